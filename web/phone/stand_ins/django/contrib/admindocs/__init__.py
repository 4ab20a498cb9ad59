"""Stands on a phone for pages that describe a site: REST framework asks them for one function."""
