"""Whether the panels of a slab make it up exactly (section 7)."""

from __future__ import annotations

from collections.abc import Sequence

from core.design.overlay import Piece, pieces_of
from core.errors import BadPanels
from core.floors import Outline

#: Less than 10 square millimetres is a rounding of corners.
NOTHING = 1e-5


def check_panels(outline: Outline, panels: Sequence[tuple[str, Outline]]) -> None:
    """Refuse named panels that do not make up an outline exactly.

    Raises :class:`BadPanels` that names what overlaps, reaches over, or is left open.
    """
    whole, names = len(panels), [name for name, _ in panels]
    pieces = list(pieces_of([*(panel for _, panel in panels), outline]))
    for i, name in enumerate(names):
        over = [piece for piece in pieces if i in piece.within and whole not in piece.within]
        if _area(over) > NOTHING:
            raise BadPanels(
                name,
                f"It reaches {_area(over):.3g} m² over the slab's edge, near {_near(over)}.",
                "Keep its corners on or inside the slab's outline.",
            )
        for j in range(i + 1, whole):
            both = [piece for piece in pieces if {i, j} <= piece.within]
            if _area(both) > NOTHING:
                raise BadPanels(
                    f"{name} and {names[j]}",
                    f"They overlap by {_area(both):.3g} m², near {_near(both)}.",
                    "Let them share an edge and nothing more.",
                )
    gap = [piece for piece in pieces if piece.within == {whole}]
    if _area(gap) > NOTHING:
        raise BadPanels(
            f"{len(panels)} panels",
            f"They leave {_area(gap):.3g} m² of the slab open, near {_near(gap)}.",
            "Widen a panel, or add one there.",
        )


def _area(pieces: Sequence[Piece]) -> float:
    return sum(piece.area for piece in pieces)


def _near(pieces: Sequence[Piece]) -> str:
    x, y = max(pieces, key=lambda piece: piece.area).middle
    return f"{x:.2f} m, {y:.2f} m"
