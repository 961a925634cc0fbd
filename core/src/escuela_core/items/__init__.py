"""The kinds of item, what makes one whole, and the item list file."""

from escuela_core.items.model import Choice, Gap, Item, Note, Open, Option, TrueFalse
from escuela_core.items.reading import item_from_json, item_to_json, items_from_json

__all__ = [
    "Choice",
    "Gap",
    "Item",
    "Note",
    "Open",
    "Option",
    "TrueFalse",
    "item_from_json",
    "item_to_json",
    "items_from_json",
]
