"""The kinds of item, one module each: its shape in the file, whether it is whole, its answers and their marks."""

from escuela_core.items.kinds.choice import Choice, Option
from escuela_core.items.kinds.gap import Gap
from escuela_core.items.kinds.groups import Group, Groups
from escuela_core.items.kinds.match import Match, Pair
from escuela_core.items.kinds.note import Note
from escuela_core.items.kinds.open import Criterion, Open
from escuela_core.items.kinds.order import Order
from escuela_core.items.kinds.true_false import TrueFalse
from escuela_core.items.model import Item

KINDS: dict[str, type[Item]] = {kind.kind: kind for kind in (Choice, TrueFalse, Gap, Open, Match, Order, Groups, Note)}

__all__ = [
    "KINDS",
    "Choice",
    "Criterion",
    "Gap",
    "Group",
    "Groups",
    "Match",
    "Note",
    "Open",
    "Option",
    "Order",
    "Pair",
    "TrueFalse",
]
