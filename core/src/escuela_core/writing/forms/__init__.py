"""The forms an item can take: from a clause or several (``FORMS``), or from a whole piece of speech (``SPOKEN``).

Adding a form: a module here and a line in one of the two.
"""

import random
from collections.abc import Container, Iterator

from escuela_core.language.parsing import read_ahead
from escuela_core.writing.clause import Clause
from escuela_core.writing.forms.answered import answered
from escuela_core.writing.forms.asked import asked
from escuela_core.writing.forms.completed import completed, gaps
from escuela_core.writing.forms.consequence import consequences
from escuela_core.writing.forms.extended import extended
from escuela_core.writing.forms.form import Draft, Form
from escuela_core.writing.forms.gapped import quoted_names, quoted_quantities
from escuela_core.writing.forms.instructed import instructed
from escuela_core.writing.forms.meant import meant
from escuela_core.writing.forms.named import named
from escuela_core.writing.forms.omitted import quoted_words
from escuela_core.writing.forms.paired import paired
from escuela_core.writing.forms.quoted_consequence import either_or, quoted_consequences
from escuela_core.writing.forms.quoted_reason import quoted_reasons
from escuela_core.writing.forms.reason import reasons
from escuela_core.writing.forms.said_of import said_of
from escuela_core.writing.forms.spoken import parts_of, whole
from escuela_core.writing.forms.stated import stated
from escuela_core.writing.forms.steps import steps
from escuela_core.writing.talk import Talk

__all__ = ["FORMS", "SPOKEN", "Draft", "Form", "drafts"]

FORMS: tuple[Form, ...] = (
    asked,
    reasons,
    consequences,
    extended,
    said_of,
    instructed,
    completed,
    gaps,
    stated,
    paired,
)
SPOKEN: tuple[Form, ...] = (
    answered,
    quoted_reasons,
    quoted_consequences,
    either_or,
    quoted_names,
    quoted_quantities,
    meant,
    named,
    quoted_words,
    steps,
)


def drafts(talk: Talk, seed: int, places: Container[int] | None = None) -> Iterator[tuple[Clause, Draft]]:
    """Every draft that begins in the sentences ``places`` (None: all), with the clause or piece it was made of."""
    asked_of = [n for n in range(len(talk.docs)) if places is None or talk.said_in[n] in places]
    pieces = [whole(n, talk.docs[n]) for n in asked_of]
    inside = set(asked_of)
    read_ahead(part for piece in pieces for part in parts_of(piece.doc))
    for forms, clauses in ((FORMS, talk.clauses), (SPOKEN, pieces)):
        for clause in (c for c in clauses if c.sentence in inside):
            rng = random.Random(f"{seed}-{clause.sentence}-{clause.text}")
            for form in forms:
                for draft in form(clause, talk, rng):
                    yield clause, draft
