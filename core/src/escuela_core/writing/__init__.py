"""Proposing items from what is said: candidates from the parse, distractors of the key's own sort, the best kept."""

from escuela_core.writing.proposing import Proposal, propose

__all__ = ["Proposal", "propose"]
