"""What reading, checking and writing need, loaded before anybody waits for it."""

from __future__ import annotations

from escuela_core.language.parsing import parsed
from escuela_core.language.terms import rarity
from escuela_core.language.vectors import encoder
from escuela_core.language.wordnet import kin, opposites


def get_ready() -> None:
    """Load the encoder, the grammar, WordNet and the words' frequencies; the first item is checked quickly then."""
    encoder().embed(["The gate opens."])
    parsed("The gate opens.")
    kin("gate")
    opposites("open")
    rarity("gate")
