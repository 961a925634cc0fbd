"""Items out as QTI 3.0 and back, from the older versions, and from those who mean harm."""

from __future__ import annotations

import re
import zipfile
from dataclasses import replace
from pathlib import Path

import pytest
from exchange_samples import OWN, items
from hypothesis import given, settings
from hypothesis import strategies as st
from lxml import etree

from escuela_core.exchange.qti import NotCarriedError, item_from_xml, item_to_xml, lost, read_package, write_package
from escuela_core.exchange.qti.markup import QTI, XmlError
from escuela_core.exchange.qti.package import Named, NoItemsError
from escuela_core.formats.packages import PackageError
from escuela_core.items import Choice, Gap, Item, Note, Open, Option, Order, TrueFalse, item_from_json

LOOK = settings(max_examples=200)


@LOOK
@given(st.sampled_from(sorted(OWN)).flatmap(lambda kind: items((kind,))))
def test_every_kind_comes_back_as_it_went(item: Item) -> None:
    read, _ = item_from_xml(item_to_xml(item, "item1", "en", {}))
    assert read == item


def example(kind: str) -> Item:
    samples: dict[str, Item] = {
        "choice": Choice(
            prompt="Which $x^2$?",
            options=(Option("one", correct=True, feedback="Yes."), Option("**two**", correct=False)),
            explanation="Because.",
            marks=2,
        ),
        "true_false": TrueFalse(prompt="The gate opens.", answer=False),
        "gap": Gap(prompt="The gate ___ opens.", answers=("lower", "low")),
        "bank": Gap(prompt="The ___ gate.", answers=("lower",), bank=("upper",)),
        "open": Open(prompt="Why?", model_answer="Weight."),
        "match": item_from_json(
            {"kind": "match", "prompt": "Join.", "pairs": [{"left": "a", "right": "b"}, {"left": "c", "right": "d"}]}
        ),
        "order": Order(prompt="Order.", steps=("a", "b", "c")),
        "groups": item_from_json(
            {
                "kind": "groups",
                "prompt": "Sort.",
                "groups": [{"name": "f", "things": ["a"]}, {"name": "g", "things": ["b"]}],
            }
        ),
        "note": Note(text="Read."),
    }
    return samples[kind]


@pytest.mark.parametrize(
    ("kind", "interaction", "cardinality", "base_type"),
    [
        ("choice", "choice", "single", "identifier"),
        ("true_false", "choice", "single", "identifier"),
        ("gap", "text-entry", "single", "string"),
        ("bank", "inline-choice", "single", "identifier"),
        ("open", "extended-text", "single", "string"),
        ("match", "match", "multiple", "directedPair"),
        ("order", "order", "ordered", "identifier"),
        ("groups", "match", "multiple", "directedPair"),
    ],
)
def test_each_kind_is_the_standards_own_interaction(
    kind: str, interaction: str, cardinality: str, base_type: str
) -> None:
    """What the standard's binding asks of an item: names, order of its parts, references that lead somewhere."""
    root = etree.fromstring(item_to_xml(example(kind), "item1", "es", {}))
    assert root.tag == f"{{{QTI}}}qti-assessment-item"
    assert {"identifier", "title", "adaptive", "time-dependent"} <= set(root.attrib)
    names = [etree.QName(e).localname for e in root]
    parts = [
        "qti-response-declaration",
        "qti-outcome-declaration",
        "qti-item-body",
        "qti-response-processing",
        "qti-modal-feedback",
    ]
    assert names == sorted(names, key=parts.index)
    (declared,) = root.iterfind(f"{{{QTI}}}qti-response-declaration")
    assert (declared.get("cardinality"), declared.get("base-type")) == (cardinality, base_type)
    (asked,) = root.iter(f"{{{QTI}}}qti-{interaction}-interaction")
    assert asked.get("response-identifier") == declared.get("identifier")
    identifiers = {e.get("identifier") for e in asked.iter() if e.get("identifier")}
    for value in declared.iter(f"{{{QTI}}}qti-value"):
        if base_type == "identifier":
            assert value.text in identifiers
        elif base_type == "directedPair":
            assert set((value.text or "").split()) <= identifiers
    outcomes = {e.get("identifier") for e in root.iter(f"{{{QTI}}}qti-outcome-declaration")}
    used = {e.get("identifier") for e in root.iter(f"{{{QTI}}}qti-set-outcome-value")}
    assert used <= outcomes
    assert "SCORE" in outcomes


def test_what_is_lost_is_said() -> None:
    assert lost(example("choice")) == []
    assert lost(replace(example("order"), pause_ms=5)) == ["pause", "order_share"]
    assert lost(example("gap")) == ["typing"]
    assert lost(Gap(prompt="___", answers=("a", "b"), bank=("c",))) == ["bank_answers"]


OLDER = """<?xml version="1.0"?>
<assessmentItem xmlns="http://www.imsglobal.org/xsd/imsqti_v2p{version}" identifier="q" title="Locks" adaptive="false"
  timeDependent="false">
 <responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier">
  <correctResponse><value>ChoiceB</value></correctResponse>
  <mapping defaultValue="0"><mapEntry mapKey="ChoiceB" mappedValue="2"/></mapping>
 </responseDeclaration>
 <outcomeDeclaration identifier="SCORE" cardinality="single" baseType="float" normalMaximum="2"/>
 <itemBody>
  <p>Look at
     the <strong>gate</strong>.</p>
  <p><img src="gate.png" alt="A gate"/></p>
  <choiceInteraction responseIdentifier="RESPONSE" shuffle="true" maxChoices="1">
   <prompt>What is
     <math xmlns="http://www.w3.org/1998/Math/MathML"><msup><mi>x</mi><mn>2</mn></msup></math>?</prompt>
   <simpleChoice identifier="ChoiceA">One</simpleChoice>
   <simpleChoice identifier="ChoiceB">Two<feedbackInline outcomeIdentifier="F" identifier="ChoiceB">Yes</feedbackInline>
   </simpleChoice>
  </choiceInteraction>
 </itemBody>
 <responseProcessing template="http://www.imsglobal.org/question/qti_v2p{version}/rptemplates/match_correct"/>
 <modalFeedback outcomeIdentifier="F" identifier="x" showHide="show">Because.</modalFeedback>
</assessmentItem>"""


@pytest.mark.parametrize("version", [1, 2])
def test_the_older_versions_are_read(version: int) -> None:
    item, title = item_from_xml(OLDER.replace("{version}", str(version)).encode())
    assert title == "Locks"
    assert item == Choice(
        prompt="Look at the **gate**.\nWhat is ${x}^{2}$?",
        options=(Option("One", correct=False), Option("Two", correct=True, feedback="Yes")),
        marks=2,
        explanation="Because.",
        image="gate.png",
        image_alt="A gate",
    )


@pytest.mark.parametrize(
    ("xml", "why"),
    [
        ("<assessmentItem identifier='a'/>", "no_body"),
        ("<html/>", "no_body"),
        ("<assessmentItem><itemBody><sliderInteraction/></itemBody></assessmentItem>", "interaction"),
        ("<assessmentItem><itemBody><choiceInteraction/><choiceInteraction/></itemBody></assessmentItem>", "several"),
        ("<assessmentItem><itemBody><p><textEntryInteraction/></p></itemBody></assessmentItem>", "no_gap"),
        (f"<assessmentItem><itemBody><p>{'x' * 5000}</p></itemBody></assessmentItem>", "shape"),
    ],
)
def test_what_has_no_kind_here_is_left_with_its_reason(xml: str, why: str) -> None:
    with pytest.raises(NotCarriedError) as left:
        item_from_xml(xml.encode())
    assert left.value.params["why"] == why


LAUGHS = (
    '<?xml version="1.0"?><!DOCTYPE lolz [<!ENTITY lol "lol">'
    + "".join(f'<!ENTITY lol{n} "{f"&lol{n - 1};" * 10}">' for n in range(1, 10))
    + "]><assessmentItem><itemBody><p>&lol9;</p></itemBody></assessmentItem>"
)


@pytest.mark.parametrize(
    "xml",
    [
        LAUGHS,
        '<!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/passwd">]><assessmentItem>&x;</assessmentItem>',
        '<!DOCTYPE a SYSTEM "http://127.0.0.1:9/x.dtd"><assessmentItem/>',
        "<assessmentItem>",
        "",
        "<a>" * 100_000,
        "x" * 5_000_000,
    ],
)
def test_xml_that_means_harm_is_refused(xml: str) -> None:
    with pytest.raises(XmlError):
        item_from_xml(xml.encode())


def test_scripts_in_bodies_and_formulas_are_not_taken_over() -> None:
    body = (
        "<p onclick='x()'>Hello <script>alert(1)</script><a href='javascript:x'>there</a> "
        "<math xmlns='http://www.w3.org/1998/Math/MathML'><mi href='x:y'>x</mi><script>alert(2)</script></math>"
        "</p>"
    )
    item, _ = item_from_xml(f"<assessmentItem><itemBody>{body}</itemBody></assessmentItem>".encode())
    assert item.asked == "Hello there $x$"
    again = item_to_xml(item, "a", "en", {}).decode()
    assert not re.search(r"script|onclick|href", again)


def test_own_marks_of_another_hand_are_left_alone() -> None:
    for own in ('{"depth": "deep", "pause_ms": -4}', "[]", "{", "3"):
        xml = f"<assessmentItem><itemBody data-escuela='{own}'><p>Hi</p></itemBody></assessmentItem>"
        assert item_from_xml(xml.encode())[0] == Note(text="Hi")


# Packages


@pytest.fixture
def packed(tmp_path: Path) -> Path:
    (tmp_path / "picture").write_bytes(b"a picture")
    listed = [
        replace(example("choice"), image="p1", image_alt="A gate", time_limit_s=30),
        replace(example("order"), pause_ms=9_000),
        example("open"),
    ]
    target = tmp_path / "items.zip"
    write_package(target, "Locks & gates", "en", listed, {"p1": Named(tmp_path / "picture", "image/webp")})
    return target


def test_a_package_names_all_that_it_holds(packed: Path) -> None:
    with zipfile.ZipFile(packed) as package:
        names = set(package.namelist())
        manifest = etree.fromstring(package.read("imsmanifest.xml"))
        test = etree.fromstring(package.read("test.xml"))
        assert package.read("files/p1.webp") == b"a picture"
        first = package.read("items/item0001.xml").decode()
    named = {e.get("href") for e in manifest.iter("{*}file")}
    assert names == named | {"imsmanifest.xml"}
    assert manifest.findtext(".//{*}schemaversion") == "3.0.0"
    refs = [e.get("href") for e in test.iter("{*}qti-assessment-item-ref")]
    assert refs == [f"items/item000{n}.xml" for n in (1, 2, 3)]
    assert test.find(".//{*}qti-time-limits").get("max-time") == "30"  # type: ignore[union-attr]
    assert 'src="../files/p1.webp"' in first


def test_a_package_is_read_in_the_order_of_its_test(packed: Path) -> None:
    found = read_package(packed)
    assert [i.kind for i in found.items] == ["choice", "order", "open"]
    assert (found.items[0].image, found.items[0].time_limit_s, found.title) == ("files/p1.webp", 30, "Locks & gates")
    assert found.left == ()


def repacked(packed: Path, **changed: bytes) -> bytes:
    with zipfile.ZipFile(packed) as old:
        entries = {e: old.read(e) for e in old.namelist()}
    with zipfile.ZipFile(packed, "w") as new:
        for name, data in (entries | {k.replace("__", "/") + ".xml": v for k, v in changed.items()}).items():
            new.writestr(name, data)
    return packed.read_bytes()


def test_what_cannot_be_read_is_named_and_the_rest_is_read(packed: Path) -> None:
    found = read_package(
        repacked(packed, items__item0002=b"<broken", items__item0003=b"<assessmentItem title='Draw'/>")
    )
    assert [i.kind for i in found.items] == ["choice"]
    assert [(x.title, x.why) for x in found.left] == [("item0002.xml", "xml_unreadable"), ("Draw", "no_body")]


def test_a_package_without_items_says_so(packed: Path, tmp_path: Path) -> None:
    with pytest.raises(NoItemsError):
        read_package(repacked(packed, imsmanifest=b"<manifest/>"))
    with zipfile.ZipFile(tmp_path / "x.zip", "w") as empty:
        empty.writestr("a", "b")
    with pytest.raises(PackageError):
        read_package(tmp_path / "x.zip")
