import pytest
import talks
from conftest import spoken

from escuela_core.items import Choice, Criterion, Open, Option
from escuela_core.materials import KINDS, Material, MaterialShapeError, make, material_from_json
from escuela_core.segments import divide
from escuela_core.timeline import Span


@pytest.fixture(scope="module", params=["leaf-light", "ciclo-agua"])
def made(request):
    talk = talks.load(request.param).transcript
    segments = [(s.span, s.key_terms) for s in divide(talk)]
    asks = (Open(prompt="Why?", model_answer="Because.", evidence=(talk.sentences[3].span,)),)
    return talk, {kind: make(kind, talk, segments, items=asks) for kind in KINDS}


def test_every_line_rests_on_sentences_of_the_talk(made) -> None:
    talk, materials = made
    spans = {s.span for s in talk.sentences}
    for kind, material in materials.items():
        assert material.lines, kind
        assert material.place == KINDS[kind]
        assert all(line.text and line.evidence and set(line.evidence) <= spans for line in material.lines)


def test_summaries_are_quoted_in_order_and_the_long_one_is_longer(made) -> None:
    talk, materials = made
    texts = {s.text for s in talk.sentences}
    for kind in ("summary_short", "summary_long"):
        lines = materials[kind].lines
        assert {line.text for line in lines} <= texts
        assert [line.evidence[0].start_ms for line in lines] == sorted(line.evidence[0].start_ms for line in lines)
    assert len(materials["summary_long"].lines) > len(materials["summary_short"].lines)


def test_words_are_explained_by_the_talk_before_the_dictionary() -> None:
    talk = spoken(
        (
            "A marver is a steel table for rolling hot glass.",
            "The lump on the end of the pipe is called the gather.",
            "A cut line is a lost line.",
            "The annealing of the glass takes a whole night.",
        )
    )
    words = {line.text: line.meaning for line in make("glossary", talk, [(Span(0, talk.duration_ms), [])]).lines}
    assert words["marver"] == "a steel table for rolling hot glass"
    assert words["gather"] == "the lump on the end of the pipe"
    assert words["annealing"]
    assert words.get("line") != "a lost line"


def test_the_level_of_the_class_decides_which_words_are_explained() -> None:
    talk = spoken(("The enormous furnace melts the sand.", "The keeper dips the pipe into the furnace."))
    whole = [(Span(0, talk.duration_ms), [])]
    young = {line.text for line in make("glossary", talk, whole, level="A1").lines}
    old = {line.text for line in make("glossary", talk, whole, level="C1").lines}
    assert {"furnace", "enormous"} <= young
    assert old < young


def test_an_empty_talk_gives_no_lines() -> None:
    talk = spoken(("Yes.",))
    assert all(len(make(kind, talk, [(Span(0, 1), [])]).lines) <= 1 for kind in KINDS)


def test_a_material_goes_out_and_comes_back() -> None:
    material = make("warm_up", spoken(("The marver is a table.",)), [(Span(0, 10_000), ["marver"])])
    assert material_from_json(material.to_json()) == material
    assert isinstance(material, Material)


@pytest.mark.parametrize(
    "data",
    [
        {"place": "never", "lines": []},
        {"place": "before"},
        {"place": "before", "lines": [3]},
        {"place": "before", "lines": [{"text": "x" * 5_000}]},
        {"place": "before", "lines": [{"text": "x", "evidence": [{"start_ms": "now"}]}]},
        {"place": "before", "lines": [{"text": "x"}] * 61},
    ],
)
def test_what_does_not_fit_is_refused(data) -> None:
    with pytest.raises(MaterialShapeError):
        material_from_json(data)


PAPER = (
    "A marver is a steel table for rolling hot glass.",
    "The furnace keeps the glass soft, and the furnace is never left alone.",
    "Whoever opens the furnace wears gloves.",
    "The marver stands beside the furnace.",
)


def test_what_is_presumed_is_what_the_talk_leans_on_and_does_not_explain() -> None:
    talk = spoken(PAPER)
    lines = make("presumed", talk, []).lines
    assert [line.text for line in lines] == ["What does “glass” mean?", "What does “furnace” mean?"]
    assert all(line.meaning for line in lines)


def test_a_gap_text_takes_one_word_from_each_line_and_offers_all_of_them() -> None:
    talk = spoken(PAPER)
    *gapped, bank = make("gap_text", talk, [(Span(0, 6_000), []), (Span(6_000, talk.duration_ms), [])]).lines
    for line in gapped:
        assert line.text.count("___") == 1
        assert line.text.replace("___", line.meaning).lower() in {t.lower() for t in PAPER}
        assert line.meaning in bank.text
    assert len({line.meaning for line in gapped}) == len(gapped) == 2


def test_a_guide_says_what_earns_all_a_part_and_nothing() -> None:
    asked = Open(
        prompt="Why gloves?", marks=2, criteria=(Criterion("names the heat", 1), Criterion("names the skin", 1))
    )
    short = Open(prompt="Why so hot?", marks=1, model_answer="Hot glass stays soft.")
    closed = Choice(prompt="Which?", options=(Option("one", True), Option("two", False)))
    guide = make("marking_guide", spoken(PAPER), [], items=[asked, closed, short])
    assert guide.place == "teacher"
    assert [line.meaning for line in guide.lines] == [
        "2 · names the heat; names the skin | 1 · part of it: names the heat / names the skin | 0 · none of this",
        "1 · Hot glass stays soft. | 0.5 · part of it: hot, glass, stays, soft | 0 · none of this",
    ]


def test_a_word_is_explained_in_the_sense_of_its_sentence_or_not_at_all() -> None:
    talk = spoken(
        (
            "The soot on the glass comes from a wick that stands too high.",
            "At the quay a fender hangs over the side.",
            "The line goes around the horns of the cleat.",
        )
    )
    words = {line.text: line.meaning for line in make("glossary", talk, [(Span(0, talk.duration_ms), [])]).lines}
    assert "carbon" in words["soot"]
    assert words["cleat"].startswith("a fastener")
    assert words["fender"] == ""


def test_words_that_met_once_are_no_subject_to_be_asked_about() -> None:
    talk = spoken(("The warm oil smokes.", "Trim the wick.", "The wick burns."))
    [line, *_] = make("warm_up", talk, [(Span(0, talk.duration_ms), ["warm oil smokes", "wick"])]).lines
    assert "wick" in line.text
