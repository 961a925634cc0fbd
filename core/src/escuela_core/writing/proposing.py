"""Proposing items for the chosen stretches of a talk: the best drafts, checked, spread over stretches and kinds."""

from __future__ import annotations

from collections import Counter
from collections.abc import Container, Iterator, Sequence
from dataclasses import dataclass, field, replace
from itertools import chain

from escuela_core.items import Item
from escuela_core.language.languages import language_of
from escuela_core.language.repair import repaired
from escuela_core.placing import place
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence, Transcript, Word
from escuela_core.writing import by_words, mistakes, spanish
from escuela_core.writing.banks import with_banks
from escuela_core.writing.forms import drafts
from escuela_core.writing.picking import Candidate, Sound, bears_out, pick
from escuela_core.writing.ranking import worth
from escuela_core.writing.steering import Steering
from escuela_core.writing.talk import talk_of
from escuela_core.writing.wishes import KINDS, Wishes

MS_PER_ITEM = 75_000
MOST_ITEMS = 200
# No item rests on a sentence that is so unlikely to teach anything; how much the likelihood counts beside the draft.
TEACHES_FROM, BY_TEACHING = 0.4, 0.8
# What a word means or a thing is called teaches by its form.
DEFINES, DEFINES_FROM = frozenset({"meant", "named"}), 0.2
WHATEVER = Wishes()


@dataclass(frozen=True, slots=True)
class Looked:
    """What a proposal went through: sentences read, how many of them some draft rests on, drafts the check refused."""

    sentences: int = 0
    carrying: int = 0
    refused: int = 0


@dataclass(frozen=True, slots=True)
class Proposal:
    """Items in order of time, how many were wanted, and a code that says why there are fewer.

    ``looked`` says what was gone through. ``followed`` and ``ignored`` are the parts of the teacher's remarks that
    could and could not be followed; ``unspoken`` the goals the recording does not speak to, ``unused`` the words,
    mistakes and other goals nothing was made of; ``elsewhere`` how many more there would be of kinds not wished for.
    """

    items: tuple[Item, ...]
    wanted: int
    short_because: str = ""
    looked: Looked = Looked()
    followed: tuple[str, ...] = ()
    ignored: tuple[str, ...] = ()
    unspoken: tuple[str, ...] = ()
    unused: tuple[str, ...] = ()
    elsewhere: dict[str, int] = field(default_factory=dict)


def propose(
    transcript: Transcript,
    wishes: Wishes = WHATEVER,
    *,
    stretches: Sequence[Span] = (),
    existing: Sequence[Item] = (),
    silences: Sequence[Span] = (),
) -> Proposal:
    """Items as ``wishes`` ask for on ``stretches`` (without a count one per 75 s), none asking what ``existing`` ask.

    Each has key, explanation, evidence and pause. Same arguments, same items. A language whose grammar is not read
    here gets completions and orders from its words' statistics.
    """
    chosen = list(stretches) or [Span(0, max(1, transcript.duration_ms))]
    wanted = min(MOST_ITEMS, wishes.count if wishes.count is not None else as_many_as_borne(chosen))
    steering = Steering(wishes, transcript.sentences, transcript.language)
    ranked = candidates(transcript, wishes, stretches=chosen, existing=existing, silences=silences, steering=steering)
    sound = Sound(ranked, transcript, silences)
    picked = pick(ranked, wanted, sound, stretches=chosen, existing=existing, marked=steering.marked)
    items, used = _with_mistakes([p.item for p in picked], steering, transcript, silences)
    items.sort(key=lambda item: item.pause_ms or 0)
    return Proposal(
        tuple(with_banks(items, wishes.level)),
        wanted,
        "" if len(picked) >= wanted else "no_more_good_ones" if ranked else "nothing_to_ask",
        Looked(
            sum(any(s.holds(said.start_ms) for s in chosen) for said in transcript.sentences),
            len({n for candidate in ranked for n in candidate.sentences}),
            sound.refused,
        ),
        steering.remarks.followed,
        steering.remarks.ignored,
        tuple(g.text for g in steering.goals if not g.sentences),
        (
            *_without_item(wishes.words, items),
            *(m for m in wishes.mistakes if m not in used),
            *(g.text for g in steering.goals if g.sentences and g.text not in {i.goal for i in items}),
        ),
        _of_other_kinds(
            transcript,
            wishes,
            wanted - len(picked),
            stretches=chosen,
            existing=[*existing, *items],
            silences=silences,
        ),
    )


def _of_other_kinds(
    transcript: Transcript,
    wishes: Wishes,
    missing: int,
    *,
    stretches: Sequence[Span],
    existing: Sequence[Item],
    silences: Sequence[Span],
) -> dict[str, int]:
    """How many items there would be of the kinds that were not wished for, where some are ``missing``."""
    others = tuple(kind for kind in KINDS if kind not in wishes.kinds)
    if missing <= 0 or not others:
        return {}
    wished = replace(wishes, kinds=others)
    ranked = candidates(transcript, wished, stretches=stretches, existing=existing, silences=silences)
    sound = Sound(ranked, transcript, silences)
    return dict(Counter(p.item.kind for p in pick(ranked, missing, sound, stretches=stretches, existing=existing)))


def _without_item(words: Sequence[str], items: Sequence[Item]) -> list[str]:
    asked = [" ".join([item.asked, *item.key_texts]).lower() for item in items]
    return [w for w in words if not any(w.lower() in text for text in asked)]


def _with_mistakes(
    items: Sequence[Item], steering: Steering, transcript: Transcript, silences: Sequence[Span]
) -> tuple[list[Item], set[str]]:
    """``items`` with listed numbers among their options, where the check bears it out; the mistakes made use of."""
    made = {item.asked: mistake for mistake, item, _ in steering.mistaken}
    used = {made[i.asked] for i in items if i.asked in made}
    changed = []
    for item in items:
        new, mistake = mistakes.with_mistake(item, [m for m in steering.wishes.mistakes if m not in used])
        keeps = bool(mistake) and bears_out(new, transcript, silences)
        changed.append(new if keeps else item)
        used |= {mistake} if keeps else set()
    return changed, used


def candidates(
    transcript: Transcript,
    wishes: Wishes,
    *,
    stretches: Sequence[Span],
    existing: Sequence[Item] = (),
    silences: Sequence[Span] = (),
    steering: Steering | None = None,
) -> list[Candidate]:
    """Every item the words of ``stretches`` can carry and ``wishes`` allow, best first, not checked yet."""
    steering = steering or Steering(wishes, transcript.sentences, transcript.language)
    spans = [s.span for s in transcript.sentences]
    taken = {span for item in existing for span in item.evidence}
    prompts = {item.asked.lower() for item in existing}
    open_places = {
        n
        for n, span in enumerate(spans)
        if (n in steering.marked or span not in taken) and any(s.holds(span.start_ms) for s in stretches)
    }
    made = _by_grammar if language_of(transcript.language).is_read else _by_words
    found: list[Candidate] = []
    listed = ((item, (n,), mistakes.WORTH) for _, item, n in steering.mistaken if n in open_places)
    worded = ((item, (n,), likely) for _, item, n, likely in steering.worded if n in open_places)
    drafts = chain(listed, worded, made(transcript, open_places, wishes.seed))
    for item, sentences, likely in drafts:
        fresh = item.kind in ("match", "order") or item.asked.lower() not in prompts
        free = steering.marked & set(sentences) or not taken & set(item.evidence)
        if fresh and free and steering.allows(item, sentences):
            goal = steering.goal_of(sentences)
            placed = replace(item, pause_ms=_pause_ms(item, transcript, silences), goal=goal.text if goal else "")
            found.append(Candidate(placed, sentences, likely + steering.gain(item, sentences)))
    return sorted(found, key=lambda c: (-c.worth, c.sentences, c.item.asked))


def _by_grammar(
    transcript: Transcript, places: Container[int], seed: int
) -> Iterator[tuple[Item, tuple[int, ...], float]]:
    talk = talk_of(transcript.sentences)
    for clause, draft in drafts(talk, seed, places):
        rests_on = tuple(dict.fromkeys(talk.said_in[n] for n in draft.sentences))
        teaches = min(talk.teaching[n] for n in draft.sentences)
        if teaches >= (DEFINES_FROM if draft.form in DEFINES else TEACHES_FROM):
            yield draft.item, rests_on, worth(draft, clause, talk) + BY_TEACHING * (teaches - 1)


def _by_words(
    transcript: Transcript, places: Container[int], seed: int
) -> Iterator[tuple[Item, tuple[int, ...], float]]:
    """Completions and orders; where the grammar of Spanish is installed, what it gives beside them."""
    written = [_as_written(s, transcript.language) for s in transcript.sentences]
    if language_of(transcript.language).has_grammar:
        drafts = spanish.drafts(written, seed)
    else:
        drafts = by_words.drafts(written, transcript.language, seed)
    for item, sentences, likely in drafts:
        if all(n in places for n in sentences):
            yield item, sentences, likely


def _as_written(sentence: Sentence, language: str) -> Sentence:
    """The sentence with its words repaired, at the same time; as it was said where nothing is left of it."""
    text = repaired(sentence.text, language)
    if not text or text == sentence.text:
        return sentence
    first = sentence.words[0]
    return Sentence((Word(sentence.start_ms, sentence.end_ms, text, first.timing),), sentence.speaker)


def as_many_as_borne(stretches: Sequence[Span]) -> int:
    """How many items a recording bears: about one per 75 s."""
    return max(1, round(sum(s.length_ms for s in stretches) / MS_PER_ITEM))


def _pause_ms(item: Item, transcript: Transcript, silences: Sequence[Span]) -> int:
    return place(item.evidence, transcript, silences, purpose=item.purpose).at_ms
