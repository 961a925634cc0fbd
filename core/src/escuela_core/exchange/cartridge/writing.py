"""An assessment of a cartridge: QTI 1.2.1 in the profile of Common Cartridge, which knows five kinds of item."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from lxml import etree

from escuela_core.formats.formulas import mathml
from escuela_core.formats.xml import legal
from escuela_core.items.kinds import Choice, Gap, Groups, Match, Note, Open, Order, TrueFalse
from escuela_core.items.model import Item
from escuela_core.items.paper import letter
from escuela_core.items.rich import runs

ASI = "http://www.imsglobal.org/xsd/ims_qtiasiv1p2"


def carried(item: Item) -> bool:
    """Whether a cartridge has a kind for it."""
    return not isinstance(item, Match | Order | Groups | Note)


def lost(item: Item) -> list[str]:
    """What another system will not have of ``item``, by codes."""
    if not carried(item):
        return ["kind"]
    found = [code for code, so in (("picture", bool(item.image)), ("sound", bool(item.sound))) if so]
    found += ["pause"] if item.pause_ms is not None else []
    found += ["wordings"] if item.wordings else []
    if isinstance(item, Choice) and any(o.feedback or o.image for o in item.options):
        found.append("feedback")
    if isinstance(item, Gap) and item.bank:
        found.append("bank")
    if isinstance(item, Open) and item.criteria:
        found.append("criteria")
    return found


def assessment(title: str, items: Sequence[Item]) -> bytes:
    """The items that are carried, in their order."""
    root = etree.Element(f"{{{ASI}}}questestinterop", nsmap={None: ASI})
    whole = _add(root, "assessment", ident="assessment", title=legal(title)[:200])
    _fields(whole, {"cc_profile": "cc.exam.v0p1", "qmd_assessmenttype": "Examination"})
    section = _add(whole, "section", ident="root_section")
    for number, item in enumerate([i for i in items if carried(i)], 1):
        _item(section, item, f"item{number:04d}")
    made: bytes = etree.tostring(root, xml_declaration=True, encoding="UTF-8")
    return made


def _add(parent: etree._Element, name: str, text: str = "", **attributes: str) -> etree._Element:
    made = etree.SubElement(parent, f"{{{ASI}}}{name}", **attributes)
    made.text = legal(text) or None
    return made


def _fields(parent: etree._Element, fields: dict[str, str]) -> None:
    held = _add(parent, "qtimetadata")
    for label, entry in fields.items():
        field = _add(held, "qtimetadatafield")
        _add(field, "fieldlabel", label)
        _add(field, "fieldentry", entry)


def html_of(text: str) -> str:
    """A text of an item as HTML, formulas as MathML."""
    made = []
    for run in runs(text):
        match run.style:
            case "strong" | "emphasis":
                tag = "strong" if run.style == "strong" else "em"
                made.append(f"<{tag}>{escape(run.text)}</{tag}>")
            case "formula":
                made.append(mathml(run.text) or f"${escape(run.text)}$")
            case _:
                made.append(escape(run.text).replace("\n", "<br>"))
    return "".join(made)


def _material(parent: etree._Element, text: str) -> None:
    _add(_add(parent, "material"), "mattext", html_of(text), texttype="text/html")


def _item(section: etree._Element, item: Item, identifier: str) -> None:
    made = _add(section, "item", ident=identifier, title=legal(" ".join(item.asked.split()))[:200])
    _fields(_add(made, "itemmetadata"), {"cc_profile": _profile(item), "cc_weighting": f"{item.marks:g}"})
    shown = _add(made, "presentation")
    _material(shown, item.asked)
    match item:
        case Choice():
            options = {letter(n).upper(): o.text for n, o in enumerate(item.options)}
            right = [letter(n).upper() for n in item.key]
            _choices(made, shown, options, right, several=item.several)
        case TrueFalse():
            right = [] if item.answer is None else [str(item.answer).lower()]
            _choices(made, shown, {"true": "True", "false": "False"}, right, several=False)
        case Gap():
            _render(_add(shown, "response_str", ident="RESPONSE", rcardinality="Single"), "render_fib")
            condition = _condition(made)
            for answer in item.answers:
                _add(condition, "varequal", answer, respident="RESPONSE", case="No")
        case Open():
            _render(_add(shown, "response_str", ident="RESPONSE", rcardinality="Single"), "render_fib")
            if item.model_answer:
                told = _add(_add(_add(made, "itemfeedback", ident="solution"), "solution"), "solutionmaterial")
                _material(told, item.model_answer)
    if item.explanation:
        told = _add(_add(made, "itemfeedback", ident="general_fb"), "flow_mat")
        _material(told, item.explanation)


def _profile(item: Item) -> str:
    match item:
        case Choice():
            return "cc.multiple_response.v0p1" if item.several else "cc.multiple_choice.v0p1"
        case TrueFalse():
            return "cc.true_false.v0p1"
        case Gap():
            return "cc.fib.v0p1"
    return "cc.essay.v0p1"


def _render(parent: etree._Element, name: str) -> etree._Element:
    return _add(parent, name)


def _choices(
    item: etree._Element, shown: etree._Element, options: dict[str, str], right: Sequence[str], *, several: bool
) -> None:
    asked = _add(shown, "response_lid", ident="RESPONSE", rcardinality="Multiple" if several else "Single")
    listed = _add(asked, "render_choice")
    for name, text in options.items():
        _material(_add(listed, "response_label", ident=name), text)
    condition = _condition(item)
    held = _add(condition, "and") if several else condition
    for name in options:
        if name in right:
            _add(held, "varequal", name, respident="RESPONSE")
        elif several:
            _add(_add(held, "not"), "varequal", name, respident="RESPONSE")


def _condition(item: etree._Element) -> etree._Element:
    """Where the answers that earn all of the marks are named."""
    rules = _add(item, "resprocessing")
    outcome = _add(_add(rules, "outcomes"), "decvar", varname="SCORE", vartype="Decimal")
    outcome.set("minvalue", "0")
    outcome.set("maxvalue", "100")
    given = _add(rules, "respcondition")
    given.set("continue", "No")
    condition = _add(given, "conditionvar")
    _add(given, "setvar", "100", action="Set", varname="SCORE")
    return condition
