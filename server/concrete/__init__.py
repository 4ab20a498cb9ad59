"""Concrete over shot stone: volume, map, options, prices, order."""
