"""What should be looked at in a pasted text, each under a code with its sentence."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

SENTENCES = {
    "too_long": "This is too long for one item.",
    "key_unknown": "The key “{key}” is none of the options.",
    "key_differs": "The key “{key}” and the option marked as right differ; the key was taken.",
    "no_key": "No option is marked as right.",
    "no_truth": "It is not said whether this is true or false.",
    "several_gaps": "An item has one gap; this text has several.",
    "no_filling": "It is not said what fills the gap.",
    "order_unclear": "The key “{key}” does not name every step once.",
    "too_many_things": "There are more things than one item holds; the first were taken.",
    "no_order": "No order is given as right; the steps stand as they were written.",
}


@dataclass(frozen=True, slots=True, order=True)
class Remark:
    """Something to look at, at a line of the source."""

    line: int
    code: str
    params: Mapping[str, str] = field(default_factory=dict, compare=False)

    @property
    def message(self) -> str:
        return SENTENCES[self.code].format(**self.params)
