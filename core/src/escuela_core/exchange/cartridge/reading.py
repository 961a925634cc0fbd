"""An assessment or a bank of a cartridge (QTI 1.2) as items."""

from __future__ import annotations

from typing import Any

from lxml import etree
from lxml import html as html_parser

from escuela_core.exchange.qti.markup import text_of
from escuela_core.exchange.qti.reading import NotCarriedError
from escuela_core.items.claim import GAP_MARK
from escuela_core.items.model import Item
from escuela_core.items.reading import item_from_json
from escuela_core.items.shape import ItemShapeError

# As QTI's own reader names what it parses: see ``qti.markup.parsed``.
Q = "qti-"


def items_of(root: etree._Element) -> list[Item | NotCarriedError]:
    """Every item under ``root``, or why it has no kind here."""
    found: list[Item | NotCarriedError] = []
    for element in root.iter(f"{Q}item"):
        try:
            found.append(_item(element))
        except NotCarriedError as error:
            found.append(error)
    return found


def _item(element: etree._Element) -> Item:
    title = (element.get("title") or element.get("ident") or "")[:200]
    shown = element.find(f"{Q}presentation")
    if shown is None:
        raise NotCarriedError(title, "no_body")
    fields = _fields(element)
    asked = [e for e in shown.iter() if isinstance(e.tag, str) and e.tag.startswith(f"{Q}response_")]
    asked = [e for e in asked if e.tag in {f"{Q}response_lid", f"{Q}response_str"}]
    if len(asked) != 1:
        raise NotCarriedError(title, "several" if asked else "interaction")
    around = (m for m in shown.iterfind(f".//{Q}mattext") if not any(a is asked[0] for a in m.iterancestors()))
    prompt = "\n".join(filter(None, map(_html, around)))
    own = (
        _choices(asked[0], element, prompt)
        if asked[0].tag == f"{Q}response_lid"
        else _typed(element, prompt, fields.get("cc_profile", ""))
    )
    marks = _number(fields.get("cc_weighting"))
    told = (f for f in element.iter(f"{Q}itemfeedback") if f.get("ident") == "general_fb")
    why = "\n".join(_html(m) for feedback in told for m in feedback.iter(f"{Q}mattext"))
    shared: dict[str, Any] = {"explanation": why[:4_000]} | ({"marks": marks} if marks is not None else {})
    try:
        return item_from_json(own | shared)
    except ItemShapeError as error:
        raise NotCarriedError(title, "shape") from error


def _fields(element: etree._Element) -> dict[str, str]:
    return {
        (f.findtext(f"{Q}fieldlabel") or "").strip(): (f.findtext(f"{Q}fieldentry") or "").strip()
        for f in element.iter(f"{Q}qtimetadatafield")
    }


def _number(text: str | None) -> float | None:
    try:
        return None if text is None else min(100.0, max(0.0, float(text)))
    except ValueError:
        return None


def _html(mattext: etree._Element) -> str:
    """What a ``mattext`` says; its HTML is text inside the XML."""
    text = (mattext.text or "").strip()
    if mattext.get("texttype") != "text/html" or not text:
        return text
    try:
        tree = html_parser.fragment_fromstring(text, create_parent="div")
    except (etree.ParserError, etree.XMLSyntaxError, ValueError):
        return text
    for harmful in list(tree.iter("script", "style", "iframe", "object")):
        harmful.drop_tree()
    return text_of(tree)


def _right(element: etree._Element) -> list[str]:
    """The answers that earn marks, not those that must not be given."""
    found = []
    for rule in element.iter(f"{Q}respcondition"):
        worth = [_number((v.text or "").strip()) or 0.0 for v in rule.iter(f"{Q}setvar")]
        if any(w > 0 for w in worth):
            for equal in rule.iter(f"{Q}varequal"):
                if not any(a.tag == f"{Q}not" for a in equal.iterancestors()):
                    found.append((equal.text or "").strip())
    return list(dict.fromkeys(filter(None, found)))


def _choices(asked: etree._Element, element: etree._Element, prompt: str) -> dict[str, Any]:
    right = set(_right(element))
    rows = [
        (label.get("ident") or "", "\n".join(_html(m) for m in label.iter(f"{Q}mattext")))
        for label in asked.iter(f"{Q}response_label")
    ]
    if {name for name, _ in rows} == {"true", "false"} and len(right) <= 1:
        answer = {"true": True, "false": False}.get(next(iter(right), ""))
        return {"kind": "true_false", "prompt": prompt, "answer": answer}
    options = [{"text": text, "correct": name in right} for name, text in rows]
    return {"kind": "choice", "prompt": prompt, "options": options}


def _typed(element: etree._Element, prompt: str, profile: str) -> dict[str, Any]:
    answers = _right(element)
    if answers and "essay" not in profile:
        gapped = prompt if GAP_MARK in prompt else f"{prompt} {GAP_MARK}"
        return {"kind": "gap", "prompt": gapped, "answers": answers[:30]}
    told = [_html(m) for s in element.iter(f"{Q}solution") for m in s.iter(f"{Q}mattext")]
    return {"kind": "open", "prompt": prompt, "model_answer": "\n".join(filter(None, told))}
