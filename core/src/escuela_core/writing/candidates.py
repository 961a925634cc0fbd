"""Every item the clauses of a talk can carry, each with a worth that says how good it is likely to be."""

from __future__ import annotations

import random
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from spacy.tokens import Doc

from escuela_core.items import Choice, Gap, Item, Option, TrueFalse
from escuela_core.items.model import GAP_MARK, Depth
from escuela_core.language.quantities import Quantity, is_unit, quantities
from escuela_core.language.terms import is_content, is_negation, rarity
from escuela_core.timeline import Span
from escuela_core.writing.distractors import WANTED, Phrase, phrases, wrong_phrases, wrong_quantities
from escuela_core.writing.questions import Question, questions
from escuela_core.writing.statements import Clause, clause_of, said
from escuela_core.writing.statements_changed import Statement, false_statements, true_statement

# A first ranking of the forms, from reading what was made of four development talks; a trained one is to follow.
FORM_WORTH = {"quantity": 1.0, "term": 1.0, "reason": 0.55, "thing": 0.55, "gap": 0.75, "true": 0.6, "false": 0.75}
LONGEST_PROMPT_WORDS = 24


@dataclass(frozen=True)
class Candidate:
    item: Item
    sentence: int
    worth: float


@dataclass(frozen=True)
class Talk:
    """What the writer knows of the whole recording while it works on one clause."""

    docs: Sequence[Doc]
    spans: Sequence[Span]
    phrases: Sequence[Phrase]
    quantities: Sequence[tuple[int, Quantity]]
    counts: Counter[str]

    def elsewhere(self, sentence: int) -> list[Quantity]:
        return [q for number, q in self.quantities if abs(number - sentence) > 1]


def talk_of(docs: Sequence[Doc], spans: Sequence[Span]) -> Talk:
    counts = Counter(t.lemma_.lower() for doc in docs for t in doc if is_content(t))
    measured = [(n, q) for n, doc in enumerate(docs) for q in quantities(doc.text)]
    return Talk(docs, spans, phrases(docs), measured, counts)


def candidates(clause: Clause, talk: Talk, centrality: float, kinds: Sequence[str], seed: int) -> Iterator[Candidate]:
    """The items of one clause in the wanted kinds. Same seed, same items."""
    rng = random.Random(f"{seed}-{clause.sentence}-{clause.text}")
    base = _dwelt_on(clause, talk) + centrality
    if "choice" in kinds:
        for question in questions(clause):
            item = _choice(question, clause, talk, rng)
            if item is not None:
                yield Candidate(item, clause.sentence, base + FORM_WORTH[question.sort])
    if "true_false" in kinds:
        yield from _true_false(clause, talk, base, rng)
    if "gap" in kinds:
        yield from _gaps(clause, talk, base)


def _dwelt_on(clause: Clause, talk: Talk) -> float:
    """How much the talk comes back to what the clause speaks of, about 0 to 1."""
    words = {t.lemma_.lower() for t in clause.tokens if is_content(t) and t.pos_ in {"NOUN", "PROPN"}}
    returns = sorted((min(talk.counts[w], 6) * rarity(w) for w in words), reverse=True)[:3]
    long = len(clause.tokens)
    return sum(returns) / 9 - 0.03 * max(0, long - 16) - 0.04 * max(0, 8 - long)


def _common(clause: Clause, talk: Talk, depth: Depth = "recall") -> dict[str, object]:
    quoted = talk.docs[clause.sentence].text
    return {
        "explanation": f"The recording says: “{quoted}”",
        "evidence": (talk.spans[clause.sentence],),
        "depth": depth,
    }


def _choice(question: Question, clause: Clause, talk: Talk, rng: random.Random) -> Item | None:
    if len(question.prompt.split()) > LONGEST_PROMPT_WORDS:
        return None
    if question.quantity is not None:
        wrong = wrong_quantities(question.key, question.quantity, talk.elsewhere(clause.sentence), rng)
    elif question.sort == "reason":
        wrong = _wrong_reasons(question, clause, talk, rng)
    else:
        wrong = wrong_phrases(question.phrase, question.prompt, clause.sentence, talk.phrases, rng)
    if len(wrong) < WANTED:
        return None
    texts = [question.key, *wrong]
    longest = max(len(t) for t in wrong)
    if len(question.key) > 2.2 * longest + 6:
        return None
    options = [Option(_capital(t), t == question.key) for t in texts]
    rng.shuffle(options)
    if question.quantity is not None:
        options.sort(key=lambda o: quantities(o.text)[0].low if quantities(o.text) else 0.0)
    depth: Depth = "reason" if question.sort == "reason" else "recall"
    return Choice(prompt=_capital(question.prompt), options=tuple(options), **_common(clause, talk, depth))  # type: ignore[arg-type]


def _wrong_reasons(question: Question, clause: Clause, talk: Talk, rng: random.Random) -> list[str]:
    """Reasons the talk gives for other things."""
    found = []
    for number, doc in enumerate(talk.docs):
        if abs(number - clause.sentence) <= 2 or not any(t.lower_ == "because" for t in doc):
            continue
        other = clause_of(number, doc)
        if other is None or not other.reason:
            continue
        for asked in questions(other):
            if asked.sort == "reason" and abs(len(asked.key) - len(question.key)) < 40:
                found.append(asked.key)
    rng.shuffle(found)
    return found[:WANTED]


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def _true_false(clause: Clause, talk: Talk, base: float, rng: random.Random) -> Iterator[Candidate]:
    statement = true_statement(clause)
    if statement is not None:
        yield _stated(statement, clause, talk, base + FORM_WORTH["true"])
    for changed in false_statements(clause, talk.elsewhere(clause.sentence), rng):
        yield _stated(changed, clause, talk, base + FORM_WORTH["false"])


def _stated(statement: Statement, clause: Clause, talk: Talk, worth: float) -> Candidate:
    common = _common(clause, talk)
    if not statement.answer:
        common["explanation"] = f"Not {statement.changed}: the recording says: “{talk.docs[clause.sentence].text}”"
    item = TrueFalse(prompt=statement.text, answer=statement.answer, **common)  # type: ignore[arg-type]
    return Candidate(item, clause.sentence, worth)


def _gaps(clause: Clause, talk: Talk, base: float) -> Iterator[Candidate]:
    if any(is_negation(t) for t in clause.tokens):
        return
    text = clause.text
    measured = quantities(text)
    if len(measured) == 1 and not measured[0].ordinal:
        quantity = measured[0]
        number = _number_alone(quantity.text)
        prompt = f"{text[: quantity.start]}{GAP_MARK}{text[quantity.start + len(number) :]}."
        yield _gap(clause, talk, prompt, (number,), base + FORM_WORTH["gap"] + 0.1)
    nouns = [
        t
        for t in clause.tokens
        if is_content(t)
        and t.pos_ == "NOUN"
        and not is_unit(t.lower_)
        and t.i > clause.root.i
        and t.dep_ in {"dobj", "pobj", "attr"}
        and sum(1 for other in clause.tokens if other.lemma_ == t.lemma_) == 1
    ]
    if nouns:
        target = max(nouns, key=lambda t: min(talk.counts[t.lemma_.lower()], 5) * rarity(t.lemma_.lower()))
        before, after = (
            said([t for t in clause.tokens if (t.i > target.i) == late and t.i != target.i]) for late in (False, True)
        )
        prompt = f"{before} {GAP_MARK} {after}".strip() + "."
        yield _gap(clause, talk, prompt, (target.text,), base + FORM_WORTH["gap"] - 0.15)


def _number_alone(text: str) -> str:
    words = text.split()
    for count in range(len(words), 0, -1):
        part = " ".join(words[:count])
        found = quantities(part)
        if found and not found[0].dimension and not found[0].unit and found[0].text == part:
            return part
    return words[0]


def _gap(clause: Clause, talk: Talk, prompt: str, answers: tuple[str, ...], worth: float) -> Candidate:
    written = said([t for t in clause.doc if not t.is_space])
    copied = clause.trimmed_share < 0.1 and len(written.split()) > 8
    item = Gap(prompt=_capital(prompt), answers=answers, **_common(clause, talk))  # type: ignore[arg-type]
    return Candidate(item, clause.sentence, worth - (0.1 if copied else 0.0))
