import random
import re

import pytest
import talks
from conftest import LOCK, spoken

from escuela_core.items import Choice, Gap, TrueFalse, item_to_json
from escuela_core.language.languages import Language
from escuela_core.language.parsing import parsed
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import negated_words
from escuela_core.timeline import Span
from escuela_core.transcripts import Transcript
from escuela_core.writing import Wishes, propose
from escuela_core.writing.distractors import wrong_quantities

TALK = "heat-pump"


@pytest.fixture(scope="module")
def talk() -> Transcript:
    return talks.load(TALK).transcript


@pytest.fixture(scope="module")
def proposed(talk: Transcript):
    return propose(talk, Wishes(count=10))


@pytest.mark.parametrize(
    ("text", "form"),
    [("six minutes", r"^[a-z]+(-[a-z]+)? minutes$"), ("1,200 revs", r"^[\d,]+ revs$"), ("40 %", r"^\d+ %$")],
)
def test_wrong_quantities_are_written_like_the_key(text: str, form: str) -> None:
    wrong = wrong_quantities(text, quantities(text)[0], [], random.Random(3))
    assert len(set(wrong)) == len(wrong) == 3
    assert all(re.match(form, w) and w != text for w in wrong)


def test_the_key_s_rank_among_its_options_varies() -> None:
    ranks = set()
    for seed in range(30):
        wrong = wrong_quantities("six minutes", quantities("six minutes")[0], [], random.Random(seed))
        ranks.add(sum(1 for w in wrong if quantities(w)[0].low < 360))
    assert len(ranks) >= 3


def test_each_proposed_item_has_key_explanation_evidence_and_pause(proposed, talk: Transcript) -> None:
    assert len(proposed.items) >= 5
    for item in proposed.items:
        assert item.evidence
        assert item.pause_ms is not None
        assert item.pause_ms >= item.evidence[-1].end_ms - 250
        quoted = next(s.text for s in talk.sentences if s.span == item.evidence[0])
        assert quoted in item.explanation


def test_no_proposed_item_copies_its_sentence(proposed, talk: Transcript) -> None:
    said = {s.text.lower().strip(" .") for s in talk.sentences}
    assert all(i.asked.lower().strip(" .") not in said for i in proposed.items)


def test_statements_hold_no_negation(proposed) -> None:
    stated = [i.prompt for i in proposed.items if isinstance(i, TrueFalse) and " never " not in i.prompt]
    assert not any(negated_words(parsed(prompt)) for prompt in stated)


def test_choices_have_one_key_and_four_different_options(proposed) -> None:
    for item in (i for i in proposed.items if isinstance(i, Choice)):
        assert len(item.key) == 1
        assert len({o.text.lower() for o in item.options}) == len(item.options) == 4


def test_gaps_do_not_give_their_answer_away(proposed) -> None:
    for item in (i for i in proposed.items if isinstance(i, Gap)):
        assert item.prompt.count("___") == 1
        assert item.answers[0].lower() not in item.prompt.lower().split()


def test_no_two_items_rest_on_one_sentence(proposed) -> None:
    assert len({i.evidence for i in proposed.items}) == len(proposed.items)


def test_the_same_seed_gives_the_same_items(proposed, talk: Transcript) -> None:
    again = propose(talk, Wishes(count=10))
    assert [item_to_json(i) for i in again.items] == [item_to_json(i) for i in proposed.items]


def test_asking_again_avoids_what_is_there(proposed, talk: Transcript) -> None:
    more = propose(talk, Wishes(count=4, seed=2), existing=proposed.items)
    assert not {i.evidence for i in more.items} & {i.evidence for i in proposed.items}


def test_only_the_wanted_kinds_come() -> None:
    found = propose(spoken(LOCK), Wishes(count=3, kinds=("gap",)))
    assert {i.kind for i in found.items} <= {"gap"}


def test_only_the_chosen_stretch_is_asked_about(talk: Transcript) -> None:
    stretch = Span(150_000, 300_000)
    assert all(stretch.holds(i.evidence[0].start_ms) for i in propose(talk, Wishes(count=4), stretches=[stretch]).items)


def test_a_poor_talk_gives_fewer_and_says_so() -> None:
    found = propose(spoken(("Hello and welcome.", "It is here.", "Look at this one.")), Wishes(count=5))
    assert (found.items, found.wanted, found.short_because) == ((), 5, "nothing_to_ask")


SPANISH = (
    "La compuerta superior retiene el agua del canal alto.",
    "El guarda abre la compuerta inferior con la manivela.",
    "Cuando la cámara está vacía, el guarda empuja la palanca del muelle.",
    "La palanca mueve la compuerta y la manivela mueve la cadena.",
    "La cadena sube despacio y la cámara se llena por completo.",
    "El barco entra en la cámara y la cadena baja de nuevo.",
)


def test_a_language_without_its_grammar_gets_completions_from_its_own_words(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(Language, "has_grammar", property(lambda _: False))
    found = propose(spoken(SPANISH, language="es"), Wishes(count=3))
    assert len(found.items) == 3
    for item in found.items:
        assert item.kind in ("gap", "choice")
        assert "___" in item.asked
        assert item.evidence
        said = next(s for s in SPANISH if s in item.explanation)
        assert item.key_texts[0] in said


def test_without_a_number_the_length_decides(talk: Transcript) -> None:
    assert propose(talk).wanted == round(talk.duration_ms / 75_000)
