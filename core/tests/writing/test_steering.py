from dataclasses import replace

import pytest
import talks

from escuela_core.items import Choice, TrueFalse
from escuela_core.language.levels import above, too_long
from escuela_core.language.quantities import quantities
from escuela_core.timeline import Span
from escuela_core.transcripts import Transcript
from escuela_core.writing import Wishes, propose, vary
from escuela_core.writing.wishes import read_remarks


@pytest.fixture(scope="module")
def talk() -> Transcript:
    return talks.load("heat-pump").transcript


@pytest.mark.parametrize(
    ("text", "field", "value"),
    [
        ("No true/false, please", "without_kinds", frozenset({"true_false"})),
        ("Only multiple choice", "only_kinds", frozenset({"choice"})),
        ("sin verdadero o falso", "without_kinds", frozenset({"true_false"})),
        ("solo huecos", "only_kinds", frozenset({"gap"})),
        ("without numbers or dates", "without", frozenset({"quantities"})),
        ("nada de nombres propios", "without", frozenset({"names"})),
        ("ask about the compressor", "about", ("compressor",)),
        ("Pregunta sobre la condensación", "about", ("condensación",)),
        ("don't ask about the school in Harrowmere", "avoid", ("school in harrowmere",)),
        ("Nothing about the tide", "avoid", ("tide",)),
        ("Leave out the story of the boat", "avoid", ("story of the boat",)),
        ("nada sobre la marea", "avoid", ("marea",)),
    ],
)
def test_remarks_that_can_be_followed(text: str, field: str, value: object) -> None:
    read = read_remarks(text)
    assert getattr(read, field) == value
    assert read.ignored == ()


def test_what_is_not_understood_is_said() -> None:
    read = read_remarks("No gaps. Make them funny for my class")
    assert read.followed == ("No gaps",)
    assert read.ignored == ("Make them funny for my class",)


def test_remarks_steer_what_comes(talk: Transcript) -> None:
    found = propose(talk, Wishes(count=8, remarks="No numbers. No true/false."))
    assert found.items
    assert all(i.kind != "true_false" for i in found.items)
    assert not any(quantities(k) for i in found.items for k in i.key_texts)


def test_goals_are_asked_about_or_said_to_be_missing(talk: Transcript) -> None:
    spoken, unspoken = "Explain what the compressor of a heat pump does", "Conjugate French verbs"
    found = propose(talk, Wishes(count=6, goals=(spoken, unspoken)))
    assert found.unspoken == (unspoken,)
    assert any(i.goal == spoken for i in found.items)


def test_marked_sentences_alone_are_asked_about(talk: Transcript) -> None:
    about = tuple(s.span for s in talk.sentences[28:36])
    found = propose(talk, Wishes(count=5, about=about))
    assert found.items
    assert all(any(e in about for e in i.evidence) for i in found.items)


def test_only_the_wanted_depth_comes(talk: Transcript) -> None:
    found = propose(talk, Wishes(count=4, depths=("reason",)))
    assert found.items
    assert {i.depth for i in found.items} == {"reason"}


def test_a_level_names_the_words_above_it_but_not_those_the_talk_teaches() -> None:
    assert above("The paddle opens an orifice in the gate.", "A2", "en", known=["paddle"]) == ["orifice"]
    assert above("The paddle opens an orifice in the gate.", "C2", "en") == []
    assert above("anything goes", "", "en") == []
    assert too_long("The keeper opens the small upper gate with one strong pull of the long arm.", "A1")


def test_another_version_asks_otherwise_about_the_same_words(talk: Transcript) -> None:
    item = next(i for i in propose(talk, Wishes(count=10)).items if isinstance(i, Choice))
    other = vary(item, talk)
    assert other is not None
    assert (other.asked, other.key_texts) != (item.asked, item.key_texts)
    assert abs(other.evidence[0].start_ms - item.evidence[0].start_ms) < 60_000


def test_an_item_turns_into_another_kind(talk: Transcript) -> None:
    items = [i for i in propose(talk, Wishes(count=10)).items if isinstance(i, TrueFalse)]
    others = [other for i in items if (other := vary(i, talk, kind="gap"))]
    assert others
    assert {other.kind for other in others} == {"gap"}


def test_easier_and_harder_go_along_the_kinds(talk: Transcript) -> None:
    choices = [i for i in propose(talk, Wishes(count=10)).items if isinstance(i, Choice)]
    kinds = {want: {v.kind for i in choices if (v := vary(i, talk, want=want))} for want in ("easier", "harder")}
    assert kinds["easier"] <= {"true_false", "match"}
    assert kinds["harder"]
    assert kinds["harder"] <= {"gap", "open", "order"}


def test_other_distractors_keep_question_and_key(talk: Transcript) -> None:
    items = [i for i in propose(talk, Wishes(count=12, kinds=("choice",))).items if isinstance(i, Choice)]
    changed = [(i, vary(i, talk, want="distractors")) for i in items]
    other = [(i, c) for i, c in changed if c is not None]
    assert other
    for item, new in other:
        assert isinstance(new, Choice)
        assert (new.asked, new.key_texts) == (item.asked, item.key_texts)
        assert {o.text for o in new.options} != {o.text for o in item.options}


def test_what_goes_further_is_asked_only_where_it_is_wanted() -> None:
    talk = talks.load("acid-bench").transcript
    plain = propose(talk, Wishes(count=20)).items
    assert all(item.depth != "extend" for item in plain)
    further = propose(talk, Wishes(count=2, depths=("extend",))).items
    assert further
    for item in further:
        assert item.kind == "open"
        assert "does not mention" in item.asked
        assert [c.marks for c in item.criteria] == [1, 1]


def test_beginners_choose_the_word_of_a_gap_among_others_of_its_sort() -> None:
    talk = talks.load("acid-bench").transcript
    wishes = Wishes(count=6, kinds=("gap",), level="A2")
    gaps = propose(talk, wishes).items
    assert any(len(gap.bank) >= 2 for gap in gaps)
    for gap in gaps:
        assert not set(gap.bank) & {*gap.answers, *gap.asked.split()}
    assert all(not gap.bank for gap in propose(talk, replace(wishes, level="B2")).items)


def test_a_marked_sentence_is_asked_about_even_where_another_item_rests_on_it(lock) -> None:
    said = next(s for s in lock.sentences if "six minutes" in s.text)
    other = TrueFalse(prompt="Nobody knows how long it takes.", answer=False, evidence=(said.span,))
    assert propose(lock, Wishes(count=1, about=(said.span,)), existing=[other]).items


def test_why_nothing_came_is_said(lock) -> None:
    about = Span(0, 900)
    assert propose(lock, Wishes(count=3), stretches=[about]).short_because == "nothing_to_ask"
    short = propose(lock, Wishes(count=90))
    assert short.short_because == "no_more_good_ones"
    assert short.looked.sentences == len(lock.sentences) >= short.looked.carrying >= len(short.items) > 0


def test_where_too_few_come_it_is_said_how_many_there_would_be_of_other_kinds(lock) -> None:
    wishes = Wishes(count=14, kinds=("choice",))
    short = propose(lock, wishes)
    assert short.elsewhere
    assert "choice" not in short.elsewhere
    more = propose(lock, replace(wishes, kinds=tuple(short.elsewhere), count=14), existing=short.items)
    assert len(more.items) >= sum(short.elsewhere.values())
    # Nothing where as many came as were wished for, or where a remark keeps the others out.
    assert propose(lock, replace(wishes, count=1)).elsewhere == {}
    assert propose(lock, replace(wishes, remarks="Only multiple choice")).elsewhere == {}
