"""Long work: whose turn it is, who has it, and what it does."""

from server.entry.works.carry_out import Interrupted, carry_out_next

__all__ = ["Interrupted", "carry_out_next"]
