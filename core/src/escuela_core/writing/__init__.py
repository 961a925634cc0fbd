"""Proposing items from what is said: candidates from the parse, distractors of the key's own sort, the best kept."""

from escuela_core.writing.choosing import Chosen, Offer, choose
from escuela_core.writing.proposing import Proposal, propose
from escuela_core.writing.varying import vary
from escuela_core.writing.wishes import KINDS, Wishes

__all__ = ["KINDS", "Chosen", "Offer", "Proposal", "Wishes", "choose", "propose", "vary"]
