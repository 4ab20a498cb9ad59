"""Pours: planned, answered, told go or hold, closed."""
