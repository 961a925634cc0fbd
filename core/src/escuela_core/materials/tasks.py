"""Questions before the viewing and tasks after it, from the terms and the reasons of the talk."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from escuela_core.language.languages import language_of
from escuela_core.materials.model import Line
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence, Transcript
from escuela_core.writing import Wishes, propose
from escuela_core.writing.by_words import articles_of

_WARM_UP = {
    "en": (
        "What do you already know about {term}?",
        "Where have you come across {term} before?",
        "What would you like to find out about {term}?",
        "What might {term} have to do with {other}?",
    ),
    "es": (
        "¿Qué sabes ya sobre {term}?",
        "¿Dónde te has encontrado antes con {term}?",
        "¿Qué te gustaría averiguar sobre {term}?",
        "¿Qué tendrá que ver {term} con {other}?",
    ),
}
_WRITE = {
    "en": (
        "Explain in about 80 words what the recording says about {term}.",
        "A friend has missed the recording. Tell them in five sentences how {term} and {other} belong together.",
        "Which point about {term} surprised you, and why? Write about 60 words.",
    ),
    "es": (
        "Explica en unas 80 palabras qué dice la grabación sobre {term}.",
        "Una amistad se ha perdido la grabación. Cuéntale en cinco frases cómo se relacionan {term} y {other}.",
        "¿Qué te ha sorprendido sobre {term} y por qué? Escribe unas 60 palabras.",
    ),
}
MOST = 4


def warm_up(terms: Sequence[tuple[str, Span]], language: str) -> list[Line]:
    return _filled(_WARM_UP, terms, language)


def writing_tasks(terms: Sequence[tuple[str, Span]], talk: Transcript, seed: int = 1) -> list[Line]:
    """Tasks on the terms, and a "why" that the talk answers with the answer as what to look for."""
    lines = _filled(_WRITE, terms, talk.language)
    if not language_of(talk.language).is_read:
        return lines
    reasons = propose(talk, Wishes(count=2, kinds=("open",), depths=("reason",), seed=seed)).items
    return [*lines, *(Line(i.asked, "; ".join(i.key_texts), i.evidence) for i in reasons)]


def _filled(templates: Mapping[str, tuple[str, ...]], terms: Sequence[tuple[str, Span]], language: str) -> list[Line]:
    if not terms:
        return []
    forms = templates.get(language_of(language).code, templates["en"])
    lines = []
    for number, form in enumerate(forms[: min(MOST, len(terms) + 1)]):
        term, span = terms[number % len(terms)]
        other, beside = terms[(number + 1) % len(terms)]
        if "{other}" in form and other == term:
            continue
        spans = (span, beside) if "{other}" in form else (span,)
        lines.append(Line(form.format(term=term, other=other), "", spans))
    return lines


def terms_of(segments: Sequence[tuple[Span, Sequence[str]]], talk: Transcript) -> list[tuple[str, Span]]:
    """The first term of each segment that is no name, with the first sentence that says it.

    A term of several words counts where it is said again: what is said once may be words that only met. Where the
    grammar is not read, only words that are heard with an article are taken for things.
    """
    sentences: Sequence[Sentence] = talk.sentences
    things = None if language_of(talk.language).is_read else articles_of(sentences, language_of(talk.language).code)
    found: dict[str, Span] = {}
    whole = " ".join(s.text for s in sentences).lower()
    for span, terms in segments:
        for term in terms:
            if term[:1].isupper() or (things is not None and term not in things):
                continue
            if " " in term and whole.count(term.lower()) < 2:
                continue
            said = next((s for s in sentences if span.holds(s.start_ms) and term.lower() in s.text.lower()), None)
            if said is not None and term not in found:
                found[term] = said.span
                break
    return list(found.items())
