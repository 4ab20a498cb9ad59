"""Files read to shapes, points and surfaces, in a process of their own with limits."""

from server.imports.reading.apart import read_apart
from server.imports.reading.found import Found, LeftOut, Mark, Mesh, TooMuch

__all__ = ["Found", "LeftOut", "Mark", "Mesh", "TooMuch", "read_apart"]
