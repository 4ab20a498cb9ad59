"""Mistakes put right: what is taken out of a plan, benchmarks corrected, jobs copied."""
