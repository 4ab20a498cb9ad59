"""How a sheet is asked for: its paper, which side the north is on, how heights are written."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from reportlab.lib.pagesizes import A3, A4, LETTER, landscape

PaperSize = Literal["a4", "letter", "a3"]
Toward = Literal["", "up", "right", "down", "left"]
SIZES: dict[str, tuple[float, float]] = {"a4": A4, "letter": LETTER, "a3": A3}


@dataclass(frozen=True, slots=True)
class SheetAsk:
    """A sheet: its paper, upright or on its side, and how what is cut or filled is written.

    ``toward`` is where on it the north or the street lies (nothing where nobody said), and
    ``side`` which of the two.
    """

    paper: PaperSize = "letter"
    is_wide: bool = False
    in_tenths: bool = False
    toward: Toward = ""
    side: Literal["north", "street"] = "north"

    @property
    def size(self) -> tuple[float, float]:
        """The sheet's width and height in points."""
        size = SIZES[self.paper]
        return landscape(size) if self.is_wide else size
