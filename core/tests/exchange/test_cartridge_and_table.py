"""Items in a cartridge and in a table: what each holds comes back, and what it does not is said."""

from __future__ import annotations

import zipfile
from dataclasses import replace
from pathlib import Path

import pytest
from exchange_samples import items
from hypothesis import given, settings
from hypothesis import strategies as st
from lxml import etree

from escuela_core.exchange import table
from escuela_core.exchange.cartridge import Page, carried, lost, write_cartridge
from escuela_core.exchange.qti import write_package
from escuela_core.exchange.qti.package import NoItemsError
from escuela_core.exchange.reading import read_items
from escuela_core.formats.separated import as_csv
from escuela_core.formats.sheets import lines_of
from escuela_core.items import Choice, Gap, Groups, Item, Match, Note, Open, Option, Order, TrueFalse, item_from_json
from escuela_core.writing.pasting import paste

LOOK = settings(max_examples=100)
CHOICE = Choice(
    prompt="What is $x^2$?",
    options=(Option("One", correct=False), Option("**Four**", correct=True)),
    explanation="Because.",
    marks=2,
)


def held(item: Item) -> Item:
    """What a cartridge keeps of an item that it carries."""
    bare = replace(item, depth="recall", purpose="check", pause_ms=None, time_limit_s=None, evidence=(), wordings=())
    if isinstance(bare, Choice):
        return replace(bare, options=tuple(replace(o, feedback="") for o in bare.options))
    if isinstance(bare, Gap):
        return replace(bare, bank=())
    return replace(bare, criteria=()) if isinstance(bare, Open) else bare


@LOOK
@given(st.lists(items(("choice", "true_false", "gap", "open")), min_size=1, max_size=4))
def test_what_a_cartridge_carries_comes_back(listed: list[Item]) -> None:
    target = Path("/dev/shm/cartridge-test.zip")  # noqa: S108  # hypothesis shares no folder between its examples
    write_cartridge(target, "Locks", "en", listed, [])
    found = read_items(target.read_bytes())
    assert found.left == ()
    assert [replace(i, id="") for i in found.items] == [held(i) for i in listed]


def test_a_cartridge_names_its_pages_and_leaves_out_what_it_has_no_kind_for(tmp_path: Path) -> None:
    order = Order(prompt="Order.", steps=("a", "b"))
    assert (carried(CHOICE), carried(order), lost(order), lost(CHOICE)) == (True, False, ["kind"], [])
    target = tmp_path / "c.imscc"
    write_cartridge(target, "Locks & gates", "es", [CHOICE, order], [Page("sheet.html", "Sheet", b"<p>Hi</p>")])
    with zipfile.ZipFile(target) as package:
        manifest = etree.fromstring(package.read("imsmanifest.xml"))
        assert package.read("pages/sheet.html") == b"<p>Hi</p>"
        hrefs = {e.get("href") for e in manifest.iter("{*}file")}
        assert hrefs == set(package.namelist()) - {"imsmanifest.xml"}
    assert manifest.findtext(".//{*}schemaversion") == "1.3.0"
    known = {r.get("identifier") for r in manifest.iter("{*}resource")}
    assert {i.get("identifierref") for i in manifest.iter("{*}item")} - {None} <= known
    assert len(read_items(target.read_bytes()).items) == 1


FOREIGN = """<questestinterop xmlns="http://www.imsglobal.org/xsd/ims_qtiasiv1p2"><objectbank><item ident="a" title="T">
<presentation><material><mattext texttype="text/html">&lt;p&gt;Which &lt;b&gt;gate&lt;/b&gt;?
&lt;script&gt;x()&lt;/script&gt;&lt;/p&gt;</mattext></material>
<response_lid ident="r" rcardinality="Multiple"><render_choice>
<response_label ident="1"><material><mattext>Lower</mattext></material></response_label>
<response_label ident="2"><material><mattext>Upper</mattext></material></response_label>
</render_choice></response_lid></presentation>
<resprocessing><respcondition><conditionvar><and><varequal respident="r">1</varequal>
<not><varequal respident="r">2</varequal></not></and></conditionvar><setvar>100</setvar></respcondition></resprocessing>
</item><item ident="b" title="Two"><presentation><response_lid/><response_lid/></presentation></item></objectbank>
</questestinterop>"""


def test_a_bank_from_elsewhere_is_read(tmp_path: Path) -> None:
    manifest = (
        '<manifest xmlns="x"><resources><resource identifier="b" '
        'type="imsqti_xmlv1p2/imscc_xmlv1p2/question-bank"><file href="bank.xml"/></resource></resources></manifest>'
    )
    with zipfile.ZipFile(tmp_path / "c.zip", "w") as package:
        package.writestr("imsmanifest.xml", manifest)
        package.writestr("bank.xml", FOREIGN)
    found = read_items((tmp_path / "c.zip").read_bytes())
    options = (Option("Lower", correct=True), Option("Upper", correct=False))
    assert [replace(i, id="") for i in found.items] == [Choice(prompt="Which **gate**?", options=options)]
    assert [(x.title, x.why) for x in found.left] == [("Two", "several")]


def test_what_a_file_is_it_says_itself(tmp_path: Path) -> None:
    write_package(tmp_path / "q.zip", "Locks", "en", [CHOICE], {})
    assert [i.kind for i in read_items((tmp_path / "q.zip").read_bytes()).items] == ["choice"]
    one = b"<assessmentItem title='T'><itemBody><p>Hi</p></itemBody></assessmentItem>"
    assert read_items(one).items == (Note(text="Hi"),)
    assert [x.why for x in read_items(b"<assessmentItem title='T'/>").left] == ["no_body"]
    with zipfile.ZipFile(tmp_path / "e.zip", "w") as package:
        package.writestr("imsmanifest.xml", '<manifest><resource type="imsqti_xmlv1p2"/></manifest>')
    with pytest.raises(NoItemsError):
        read_items((tmp_path / "e.zip").read_bytes())


TABLED: list[Item] = [
    Choice(
        prompt="Which gate opens first?",
        options=(Option("The upper", correct=True), Option("The lower", correct=False)),
        pause_ms=65_000,
        goal="know gates",
        explanation="It must.",
        marks=2,
    ),
    Choice(
        prompt="Which of them float?", options=tuple(Option(t, correct=t != "iron") for t in ("oak", "iron", "cork"))
    ),
    TrueFalse(prompt="The gates are steel.", answer=False),
    Gap(prompt="The gates were built by Marta ___.", answers=("Olivares", "M. Olivares")),
    Open(prompt="Why is no pump needed?", model_answer="The water flows by its weight.", marks=3),
    Order(prompt="Put the steps in order.", steps=("shut the gates", "open the paddles", "wait")),
    item_from_json(
        {
            "kind": "match",
            "prompt": "Match each thing.",
            "pairs": [{"left": "gate", "right": "shuts"}, {"left": "paddle", "right": "lets water in"}],
        }
    ),
    item_from_json(
        {
            "kind": "groups",
            "prompt": "Sort them into groups.",
            "groups": [{"name": "Fresh water", "things": ["pike", "carp"]}, {"name": "Sea", "things": ["cod", "ling"]}],
        }
    ),
]


@pytest.mark.parametrize("language", ["en", "es"])
@pytest.mark.parametrize("form", ["csv", "xlsx"])
def test_a_table_of_items_is_read_as_it_was_written(language: str, form: str) -> None:
    if form == "csv":
        text = as_csv(table.rows(TABLED, language)).removeprefix("\ufeff")
    else:
        text = lines_of(table.as_xlsx(TABLED, "Locks", language))
    read = paste(text).items
    assert len(read) == len(TABLED)
    for item, wanted in zip(read, TABLED, strict=True):
        assert table.lost(wanted) == []
        assert replace(item, id="", evidence=()) == wanted


def test_what_a_table_does_not_hold_is_said() -> None:
    assert table.lost(Note(text="x")) == ["note"]
    assert table.lost(replace(CHOICE, image="p", depth="use")) == ["picture", "settings", "emphasis"]
    assert table.lost(Gap(prompt="___", answers=("a",), bank=("b",))) == ["bank"]
    assert table.rows([Note(text="x")], "en")[1:] == []


def test_no_cell_is_a_formula_to_a_spreadsheet() -> None:
    assert "'=1+1" in as_csv(table.rows([TrueFalse(prompt="=1+1", answer=True)], "en"))


def test_every_kind_is_in_one_of_the_lists() -> None:
    assert {type(i) for i in TABLED} == {Choice, TrueFalse, Gap, Open, Order, Match, Groups}
