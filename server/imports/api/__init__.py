"""Drawings over HTTP."""
