from dataclasses import replace

import pytest
from handout_samples import EVERYTHING, ITEMS, SENTENCES, lesson, spoken

from escuela_core.handouts import (
    PART_KINDS,
    USUAL,
    Layout,
    LayoutShapeError,
    Part,
    as_items,
    compose,
    empty_parts,
    layout_from_json,
    rare,
    write,
)
from escuela_core.handouts.blocks import Choices, Keyed, Moment, Question, Section
from escuela_core.handouts.gapping import gapped
from escuela_core.handouts.layout import PartKind
from escuela_core.handouts.words import isolated, said
from escuela_core.items import Gap
from escuela_core.items.rewording import texts_of, with_wording
from escuela_core.materials import Line, Material
from escuela_core.timeline import Span


def printed(layout: Layout, version: str = "student", **other: object) -> str:
    return write(compose(replace(lesson(), **other), layout, version), "txt", {}).decode()  # type: ignore[arg-type]


def questions(layout: Layout, version: str = "student") -> list[Question]:
    sections: tuple[Section, ...] = compose(lesson(), layout, version).sections  # type: ignore[arg-type]
    return [b for s in sections for b in s.blocks if isinstance(b, Question)]


@pytest.mark.parametrize("kind", [k for k in PART_KINDS if k not in empty_parts(lesson())])
def test_every_part_that_there_is_something_for_is_printed_under_its_title(kind: PartKind) -> None:
    layout = Layout(parts=tuple(Part(kind=k, every=5) for k in dict.fromkeys(("items", kind))))
    assert f"\n{said(kind, 'en')}\n-" in printed(layout, "teacher")


def test_parts_that_the_lesson_has_nothing_for_are_left_out_and_named() -> None:
    bare = replace(lesson(), materials={}, goals=(), items=())
    assert set(empty_parts(bare)) == set(PART_KINDS) - {"transcript", "gapped", "answers"}
    assert empty_parts(lesson()) == ["presumed", "summary_short", "summary_long", "writing_tasks"]
    assert compose(bare, USUAL, "student").sections == ()


def test_items_are_printed_in_the_words_that_are_asked_for() -> None:
    choice, gap = (next(i for i in lesson().items if i.kind == kind) for kind in ("choice", "gap"))
    item = with_wording(choice, "es", {at: f"ES {text}" for at, text in texts_of(choice).items()})
    layout = Layout(parts=(Part(kind="items"),), wording="es")
    sheet = printed(layout, items=(item, gap))
    assert "ES What does" in sheet
    assert "The gate opens when" in sheet
    assert layout_from_json(layout.to_json()) == layout
    assert "ES" not in printed(replace(layout, wording=""), items=(item,))


def test_no_key_reaches_the_students_copy() -> None:
    layout = Layout(parts=tuple(p for p in EVERYTHING.parts if p.kind != "answers"))
    sheet = printed(layout)
    for key in ("Pressure", "Because so", "2 · pressure", "a) One; b) Two"):
        assert key not in sheet
    assert all(not isinstance(inside, Keyed) for q in questions(layout) for inside in q.inside)
    assert "Pressure" in printed(layout, "teacher")


def test_answers_name_what_stands_on_the_sheet() -> None:
    """Letters and numbers of the key are those of the students' copy, whatever the order."""
    for shuffled in (True, False):
        layout = Layout(parts=(Part(kind="items", shuffled=shuffled), Part(kind="answers")))
        asked = {q.id: q for q in questions(layout)}
        choices = next(i for i in asked["b"].inside if isinstance(i, Choices))
        place = "abc"[choices.rows.index("Two")]
        assert f"{place}) Two" in printed(layout, "answers")
        assert f"{place}) Two" in printed(layout, "teacher")


def test_an_order_and_a_match_are_told_by_numbers_and_letters() -> None:
    layout = Layout(parts=(Part(kind="items"), Part(kind="answers")))
    by_id = {q.id: q for q in questions(layout, "teacher")}
    steps = by_id["g"].inside[1].rows  # type: ignore[union-attr]
    keyed = by_id["g"].inside[-1].key  # type: ignore[union-attr]
    assert [steps[keyed.index(str(n))] for n in (1, 2, 3)] == ["enter", "wait", "leave"]
    join, pairs = by_id["f"].inside[1], by_id["f"].inside[-1].key  # type: ignore[union-attr]
    joined = {join.left[int(p.split()[0]) - 1]: join.right["abc".index(p.split()[1])] for p in pairs}  # type: ignore[union-attr]
    assert joined == {"Gate": "closes", "Valve": "opens"}


def test_the_same_lesson_and_layout_give_the_same_sheet() -> None:
    assert compose(lesson(), EVERYTHING, "student") == compose(lesson(), EVERYTHING, "student")


def test_a_moment_leads_to_the_recording_where_it_is_shared() -> None:
    layout = Layout(parts=(Part(kind="items", codes=True),))
    assert Moment("Listen again at 1:02", "http://escuela.example/s/ABC#t=62") in questions(layout)[0].inside
    unshared = compose(replace(lesson(), link=""), layout, "student")
    assert Moment("Listen again at 1:02") in unshared.sections[0].blocks[1].inside  # type: ignore[union-attr]


def test_the_sheet_speaks_the_lessons_language() -> None:
    sheet = write(compose(lesson("es"), EVERYTHING, "student"), "txt", {}).decode()
    assert "Preguntas" in sheet
    assert "verdadero" in sheet
    assert "2 puntos" in sheet
    assert compose(lesson("ar"), EVERYTHING, "student").direction == "rtl"


def test_what_runs_from_the_left_keeps_its_order_on_a_page_from_the_right() -> None:
    left, pop = "\u2066", "\u2069"
    sheet = write(compose(lesson("ar", "كيف يعمل الهويس"), EVERYTHING, "answers"), "txt", {}).decode()
    assert f"{left}1 b{pop}; {left}2 a{pop}" in sheet
    assert f"{left}Put in order.{pop}" not in sheet, "what the teacher wrote stays as it was"
    assert isolated("Number the steps in order.", "he") == f"{left}Number the steps in order.{pop}"
    # A text in the page's own script finds its way alone, and so does a page from the left.
    for text, language in (("b) مجموع", "ar"), ("3; 2; 1", "ar"), ("Why?", "en"), (f"{left}Why?{pop}", "ar")):
        assert isolated(text, language) == text


def test_a_summary_with_gaps_keeps_all_of_them_whatever_the_teacher_changed() -> None:
    """Without its line of words the last gap is still asked, and answered."""
    lines = (Line("The ___ opens.", "gate"), Line("It ___.", "rises"))
    content = replace(lesson(), materials={"gap_text": Material("gap_text", "after", lines)})
    layout = Layout(parts=(Part(kind="gap_text"), Part(kind="answers")))
    sheet, answers = (write(compose(content, layout, v), "txt", {}).decode() for v in ("student", "answers"))  # type: ignore[arg-type]
    assert "2. It ________." in sheet.split("Answers")[0]
    assert "rises" not in sheet.split("Answers")[0]
    assert "1. gate\n2. rises" in answers


def test_words_are_taken_out_by_number_or_by_hand() -> None:
    stretches = [Span(0, 60_000), Span(60_000, 120_000)]
    every = gapped(SENTENCES, Part(kind="gapped", every=5), stretches)
    assert every.taken == ("the", "red", "it", "the")
    assert every.paragraphs[1].count("________") == 2
    chosen = gapped(SENTENCES, Part(kind="gapped", chosen=(62_400,), help="letters", even=False), stretches)
    assert chosen.taken == ("slowly",)
    assert "(s_____)," in chosen.paragraphs[1]
    assert gapped(SENTENCES, Part(kind="gapped"), stretches).taken == ()


def test_chosen_words_become_items_that_rest_on_their_sentence() -> None:
    (item,) = as_items(SENTENCES, [62_400])
    assert item == Gap(
        prompt="Then we close it (___), and wait for the boats.", answers=("slowly",), evidence=(SENTENCES[1].span,)
    )


def test_words_above_a_level_are_named_where_they_are_said_first() -> None:
    talk = (spoken("The mitre gate is shut.", 0), spoken("A mitre gate.", 5_000))
    assert rare(talk, "B1", "en") == [100]
    assert rare(talk, "", "en") == []


def test_a_layout_is_the_same_after_it_was_kept() -> None:
    assert layout_from_json(EVERYTHING.to_json()) == EVERYTHING
    kept = replace(EVERYTHING, parts=(Part(kind="gapped", chosen=(1, 2)),)).for_another_lesson()
    assert kept.parts[0].chosen == ()


@pytest.mark.parametrize(
    "wrong",
    [
        [],
        {"parts": "x"},
        {"parts": [{"kind": "poem"}]},
        {"parts": [{"kind": "items", "columns": 3}]},
        {"parts": [{"kind": "items", "lines": True}]},
        {"parts": [{"kind": "gapped", "every": 2}]},
        {"parts": [{"kind": "gapped", "chosen": [-1]}]},
        {"parts": [], "size": "huge"},
        {"parts": [], "heading": "x" * 200},
        {"parts": [], "colour": "red"},
        {"parts": [{"kind": "items"}] * 40},
    ],
)
def test_what_is_no_layout_is_said_in_a_sentence(wrong: object) -> None:
    with pytest.raises(LayoutShapeError, match=r"^This layout does not fit: .+\.$"):
        layout_from_json(wrong)


def test_every_kind_of_item_says_how_it_stands_on_paper() -> None:
    assert len({type(i) for i in lesson().items}) == len({row["kind"] for row in ITEMS["items"]}) == 8
    acts = {i.on_paper(list(range(len(i.shown)))).act for i in lesson().items}
    assert acts == {"mark_one", "mark_several", "mark_truth", "fill", "write", "join", "number", "sort", "read"}
