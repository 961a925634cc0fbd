"""True or false: a clause reworded but still said, or changed in the one thing that matters."""

from __future__ import annotations

import random
from collections.abc import Iterator
from dataclasses import dataclass
from typing import TYPE_CHECKING

from escuela_core.items import TrueFalse
from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.inflecting import inflected
from escuela_core.language.terms import is_negation
from escuela_core.language.wordnet import usual_opposites
from escuela_core.writing.clause import Clause, capital, content, full_form, opened
from escuela_core.writing.distractors import wrong_quantities
from escuela_core.writing.forms.form import Draft, common, measured
from escuela_core.writing.forms.instructed import HANGING, bare
from escuela_core.writing.forms.said_of import could_be_said_of, finite, is_subject, of_one_sort
from escuela_core.writing.talk import Talk

if TYPE_CHECKING:
    from spacy.tokens import Token

SHORTEST_WORDS, LONGEST_WORDS = 5, 24
CONTRAST_REACH = 3
# What is told of the speaker's own doing says how or what with.
FEWEST_DONE = 4
_TURNED = {
    "above": "below",
    "before": "after",
    "always": "never",
    "upstream": "downstream",
    "increases": "decreases",
    "increase": "decrease",
    "gains": "loses",
    "more": "less",
    "higher": "lower",
    "faster": "slower",
    "warmer": "colder",
    "hotter": "colder",
    "larger": "smaller",
    "bigger": "smaller",
    "stronger": "weaker",
    "longer": "shorter",
    "heavier": "lighter",
    "thicker": "thinner",
    "inside": "outside",
    "indoors": "outdoors",
    "clockwise": "anticlockwise",
}
_TURNED |= {b: a for a, b in _TURNED.items()}
_TURNED |= {"smaller": "larger", "colder": "warmer"}
# After "not" these limit what is said.
_LIMITING = frozenset("only just even all always necessarily so very really enough ,".split())
_COPULAS = frozenset("be become grow get stay turn feel seem remain".split())
_NOT_TURNED = frozenset(
    "have be cost need want mean like weigh lack fit last contain become get let take make give point stay do show "
    "keep hold go put run set see know".split()
)
# Opposites of these turn a phrase, not what is said: "all right", "as good as".
_LOOSE = frozenset("right wrong good bad fine well better worse big little old new long short".split())


@dataclass(frozen=True)
class Statement:
    """``changed`` is what was put in where the statement is false, for the explanation."""

    text: str
    form: str
    answer: bool
    changed: str = ""


def stated(clause: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    for statement in (*true_statements(clause), *false_statements(clause, talk, rng)):
        if not SHORTEST_WORDS <= len(statement.text.split()) <= LONGEST_WORDS:
            continue
        denied = f"Not “{statement.changed}”. " if statement.changed else ""
        item = TrueFalse(
            prompt=capital(statement.text).rstrip(" ,.;:") + ".",
            answer=statement.answer,
            **common(talk, [clause.sentence], said=denied),
        )
        yield Draft(statement.form, item, (clause.sentence,))


def true_statements(clause: Clause) -> Iterator[Statement]:
    """The clause where turning or trimming it has made it other words than the speaker's sentence."""
    if clause.manner == "instruction":
        if not clause.negated and len(clause.tokens) + len(clause.condition) >= SHORTEST_WORDS:
            yield Statement(_should(clause), "should", True)
        return
    if clause.negated:
        return
    text = clause.say(clause.tokens)
    if clause.reason and 3 <= len(clause.reason) <= 14 and not _points(clause.reason):
        yield Statement(f"Because {_mid(clause.reason, clause)}, {opened(clause.tokens, text)}", "true_reason", True)
    elif clause.condition and clause.condition[0].i < clause.verb.i and not any(t.is_punct for t in clause.tokens):
        yield Statement(f"{text} {_mid(clause.condition, clause)}", "true_condition", True)
    elif clause.speaks_of_speaker:
        # That the speaker clicks a button is seen, and not worth asking.
        if len(content(clause.predicate)) >= FEWEST_DONE:
            yield Statement(text, "true", True)
    elif clause.resolved:
        yield Statement(text, "true", True)
    yield from _turned_round(clause)


def false_statements(clause: Clause, talk: Talk, rng: random.Random) -> Iterator[Statement]:
    """Statements that differ from the talk in one thing; never with a negation in them."""
    if clause.negated:
        yield from _affirmed(clause)
        return
    if clause.manner == "instruction":
        return
    measure, text = measured(clause), clause.text
    if measure is not None:
        for wrong in wrong_quantities(measure.text, measure, talk.elsewhere(clause.sentence), rng)[:1]:
            yield Statement(f"{text[: measure.start]}{wrong}{text[measure.end :]}", "false_quantity", False, wrong)
    for token in (*clause.condition, *clause.tokens):
        other = _opposite(token)
        if other is not None:
            yield Statement(clause.changed({token.i: other}), "false_opposite", False, other)
            break
    yield from _swapped(clause, talk)


def _should(clause: Clause) -> str:
    when = f" {_mid(clause.condition, clause)}" if clause.condition else ""
    act = bare(clause)
    return f"You should {act[:1].lower() + act[1:]}{when}"


def _mid(tokens: tuple[Token, ...], clause: Clause) -> str:
    return opened(tokens, clause.say(tokens))


def _points(tokens: tuple[Token, ...]) -> bool:
    return any(t.lower_ in {"it", "they", "its", "their", "them", "one", "this"} for t in tokens)


def _affirmed(clause: Clause) -> Iterator[Statement]:
    """What the talk denies, stated: "Don't burst blisters" becomes "You should burst blisters"."""
    if clause.manner == "instruction":
        if clause.refused and not HANGING & {t.lower_ for t in clause.tokens}:
            yield Statement(_should(clause), "false_should", False)
        return
    negations = [t for t in clause.tokens if is_negation(t)]
    if len(negations) != 1 or negations[0].lower_ not in {"not", "n't", "n’t"} or negations[0].head != clause.verb:
        return
    follows = negations[0].nbor(1).lower_ if negations[0].i + 1 < len(clause.doc) else ""
    if follows in _LIMITING or HANGING & {t.lower_ for t in clause.tokens}:
        return
    # That a thermometer is no spoon is not news: only what is said of a thing is turned, not what it is.
    named = next((c for c in clause.verb.children if c.dep_ == "attr" and c.pos_ in {"NOUN", "PROPN"}), None)
    if clause.verb.lemma_ == "be" and named is not None and any(c.lower_ in {"a", "an"} for c in named.children):
        return
    written = {negations[0].i: ""}
    helper = next((c for c in clause.verb.children if c.dep_ == "aux" and c.lemma_ == "do"), None)
    if helper is not None:
        tag = {"does": "VBZ", "did": "VBD"}.get(helper.lower_, "VBP")
        written |= {helper.i: "", clause.verb.i: inflected(clause.verb.lemma_, tag)}
    written |= {t.i: full_form(t) for t in clause.tokens if t.lower_ in {"wo", "ca", "sha"}}
    yield Statement(clause.changed(written), "false_affirmed", False)


def _opposite(token: Token) -> str | None:
    """The one opposite a hearer would think of, in the same form; None where there is no common one."""
    word = token.lower_
    if word in _LOOSE or (word in {"before", "after"} and not _bounds_an_event(token)):
        return None
    if word in _TURNED and token.pos_ in {"ADJ", "ADV", "ADP", "SCONJ", "VERB"} and token.dep_ != "prt":
        return _TURNED[word] if _turns_the_clause(token) else None
    if token.pos_ != "ADJ" or token.dep_ != "acomp" or token.tag_ in {"JJR", "JJS", "RBR", "RBS"}:
        return None
    if token.head.lemma_ not in _COPULAS:
        return None
    usual = [
        w
        for w in usual_opposites(word, "a")
        if " " not in w and zipf_frequency(w, "en") >= 3.6 and not w.startswith(("un", "non", "in", "im"))
    ]
    return max(usual, key=lambda w: (zipf_frequency(w, "en"), w), default=None)


def _turns_the_clause(token: Token) -> bool:
    """Whether the opposite of ``token`` turns what is said: a comparison needs its "than", "always" its verb."""
    if token.lower_.endswith("er") or token.lower_ in {"more", "less"}:
        if token.tag_ not in {"JJR", "RBR"}:
            return token.lower_ in {"after", "never"}
        return any(c.lower_ == "than" for c in token.children) or any(
            c.lower_ == "than" for c in token.head.children if c.i > token.i
        )
    if token.lower_ in {"always", "never"}:
        return token.i < token.head.i and token.head.pos_ in {"VERB", "AUX"}
    if token.lower_ in {"above", "below"} and any(c.pos_ == "NUM" for c in token.head.children):
        return False  # a shelf two metres above the floor is not imagined below it
    return not any(c.dep_ == "prt" for c in token.children)


def _turned_round(clause: Clause) -> Iterator[Statement]:
    """The same said from the other side: "The Council slows laws" as "Laws are slowed by the Council"."""
    verb, target = clause.verb, next((c for c in clause.verb.children if c.dep_ == "dobj"), None)
    helpers = any(c.dep_ in {"aux", "auxpass", "prt", "advmod", "dative", "xcomp"} for c in verb.children)
    # "Picks stuff up": the end of the verb may hang on its object.
    helpers = helpers or any(t.tag_ == "RP" for t in clause.tokens)
    if target is None or helpers or clause.condition or verb.lemma_ in _NOT_TURNED or clause.speaks_of_speaker:
        return
    phrase = clause.doc[target.left_edge.i : target.right_edge.i + 1]
    rest = [t for t in clause.tokens if t.i > phrase.end - 1]
    before = [t for t in clause.tokens if t.i < clause.subject[0].i]
    if phrase[0].lower_ in {"same"} or any(t.pos_ == "NUM" or t.lower_ in {"same", "all", "only"} for t in phrase):
        return
    fits = target.pos_ in {"NOUN", "PROPN"} and clause.holds(list(phrase)) and phrase.start == verb.i + 1
    if not fits or before or len(rest) > 6 or clause.head is None or clause.head.pos_ not in {"NOUN", "PROPN"}:
        return
    plural = target.tag_ in {"NNS", "NNPS"} or any(c.dep_ == "conj" for c in target.children)
    helper = {"past": ("was", "were"), "present": ("is", "are")}[finite(clause)][plural]
    done = inflected(verb.lemma_, "VBN")
    subject = opened(clause.subject, clause.say(clause.subject))
    parts = [capital(clause.say(list(phrase))), helper, done, f"by {subject}", clause.say(rest)]
    yield Statement(" ".join(p for p in parts if p), "true_turned", True)


def _bounds_an_event(token: Token) -> bool:
    """Whether "before" or "after" stands before a clause or a thing that happens, not before a length of time."""
    if token.dep_ == "mark":
        return True
    thing = next((c for c in token.children if c.dep_ in {"pobj", "pcomp"}), None)
    if thing is not None and any(t.lower_.startswith("any") for t in thing.subtree):
        return False
    return thing is not None and token.head.lemma_ != "look" and not any(c.pos_ == "NUM" for c in thing.children)


def _swapped(clause: Clause, talk: Talk) -> Iterator[Statement]:
    """What is said of one thing said of another that the talk sets beside it."""
    other = next((o for o in talk.clauses if _contrasts(clause, o)), None)
    if other is not None:
        subject = other.say(other.subject)
        yield Statement(f"{capital(subject)} {clause.say(clause.predicate)}", "false_swapped", False, subject)


def _contrasts(clause: Clause, other: Clause) -> bool:
    """Whether the talk says the like of two things: "a burn comes from dry heat, and a scald comes from water"."""
    if other is clause or abs(other.sentence - clause.sentence) > CONTRAST_REACH:
        return False
    if any(c.condition or c.resolved or not is_subject(c) for c in (clause, other)):
        return False
    verb = clause.verb.lemma_.lower()
    if other.verb.lemma_.lower() != verb or len(clause.predicate) < 3 or not could_be_said_of(other, clause):
        return False
    return of_one_sort(clause.head, other.head) and not content(other.tokens) & (content(clause.predicate) - {verb})
