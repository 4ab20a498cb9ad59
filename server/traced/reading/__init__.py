"""Files read to shapes, points and surfaces, in a process of their own with limits."""

from server.traced.reading.apart import read_apart
from server.traced.reading.found import Found, LeftOut, Mark, Mesh, TooMuch

__all__ = ["Found", "LeftOut", "Mark", "Mesh", "TooMuch", "read_apart"]
