"""Level notes of a set-up, and the sums that prove them (section 4)."""

from core.book.notes import Entry, LevelNotes, NoteLine, keep_notes

__all__ = ["Entry", "LevelNotes", "NoteLine", "keep_notes"]
