"""The kinds of item, what makes one whole, and the item list file."""

from escuela_core.items.kinds import (
    KINDS,
    Choice,
    Criterion,
    Gap,
    Group,
    Groups,
    Match,
    Note,
    Open,
    Option,
    Order,
    Pair,
    TrueFalse,
)
from escuela_core.items.model import Item, Response, ResponseShapeError
from escuela_core.items.reading import item_from_json, item_to_json, items_from_json

__all__ = [
    "KINDS",
    "Choice",
    "Criterion",
    "Gap",
    "Group",
    "Groups",
    "Item",
    "Match",
    "Note",
    "Open",
    "Option",
    "Order",
    "Pair",
    "Response",
    "ResponseShapeError",
    "TrueFalse",
    "item_from_json",
    "item_to_json",
    "items_from_json",
]
