"""How likely a draft is to be kept by a teacher: its form, what the talk dwells on, and what could be wrong with it."""

from __future__ import annotations

from escuela_core.writing.clause import Clause
from escuela_core.writing.forms import Draft
from escuela_core.writing.talk import Talk

# From reading what each form makes of the development talks: how often a colleague would take it as it stands.
FORM_WORTH = {
    "term": 1.0,
    "quantity": 0.95,
    "reason": 0.95,
    "consequence": 0.85,
    "instructed": 0.9,
    "explain": 0.65,
    "extended": 0.6,
    "paired": 0.75,
    "steps": 0.75,
    "false_should": 0.75,
    "false_affirmed": 0.7,
    "false_opposite": 0.7,
    "false_quantity": 0.7,
    "false_swapped": 0.7,
    "complete_quantity": 0.75,
    "complete": 0.7,
    "said_of": 0.65,
    "thing": 0.6,
    "true_condition": 0.65,
    "true_reason": 0.65,
    "should": 0.6,
    "gap_quantity": 0.55,
    "gap": 0.5,
    "true": 0.4,
    "true_turned": 0.35,
}
_UNCERTAIN = 0.2
# The first and the last sentences of a recording greet and announce.
_EDGE, _AT_EDGE = 2, 0.3


def worth(draft: Draft, clause: Clause, talk: Talk, central: float) -> float:
    """A number to sort by, about 0 to 2.5; only its order means something."""
    less = _UNCERTAIN if clause.resolved else 0.0
    if clause.sentence < _EDGE or clause.sentence >= len(talk.docs) - _EDGE:
        less += _AT_EDGE
    return FORM_WORTH[draft.form] + 0.6 * talk.dwelt_on(clause) + central - less
