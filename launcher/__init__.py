"""Installs, starts, tests and measures Yellow Peg; needs the standard library alone."""
