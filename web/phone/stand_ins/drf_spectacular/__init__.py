"""Stands on a phone for the package that describes the API: nothing is described there."""
