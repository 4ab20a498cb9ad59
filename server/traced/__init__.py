"""Drawings that come in: read apart, laid over the site, looked at, placed on the plan."""
