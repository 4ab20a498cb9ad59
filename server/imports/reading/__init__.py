"""Files read to shapes, points and surfaces, in a process of their own with limits."""

from server.imports.reading.found import Found, LeftOut, Mark, Mesh, TooMuch
from server.imports.reading.own_process import read_apart

__all__ = ["Found", "LeftOut", "Mark", "Mesh", "TooMuch", "read_apart"]
