"""Texts of items as the XHTML of QTI's bodies, and back; XML from outside read without following anything it names."""

from __future__ import annotations

import re
from collections.abc import Iterator

from lxml import etree

from escuela_core.errors import EscuelaError
from escuela_core.formats.formulas import MATHML, mathml, tex
from escuela_core.formats.xml import legal
from escuela_core.items.rich import runs

QTI = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0"
XML = "http://www.w3.org/XML/1998/namespace"
LARGEST_XML = 4_000_000
_BLOCKS = {"p", "div", "li", "ul", "ol", "table", "tr", "h1", "h2", "h3", "h4", "h5", "h6", "blockquote", "pre", "dl"}
_SKIPPED = {"audio", "img", "video", "object"} | {
    f"qti-{name}" for name in ("script", "style", "iframe", "feedback-inline", "rubric-block")
}
_SPACES = re.compile(r"[ \t\r\n\f]+")
_CAPITAL = re.compile(r"(?<=[a-z0-9])([A-Z])")
# Elements of the bodies that are HTML in every version.
_HTML = frozenset(
    "a abbr audio b big blockquote br caption cite code col colgroup dd dfn div dl dt em figure figcaption "
    "h1 h2 h3 h4 h5 h6 hr i img kbd li object ol p param pre q s samp section small source span strong sub sup "
    "table tbody td tfoot th thead track tr tt u ul var video".split()
)


class XmlError(EscuelaError):
    code = "xml_unreadable"


def parsed(data: bytes) -> etree._Element:
    """The root of an XML file, QTI's names as 3.0 has them. Raises XmlError; entities and what lies elsewhere are
    refused, not followed."""
    if len(data) > LARGEST_XML:
        raise XmlError("This XML file is larger than an item can be.")
    if b"<!DOCTYPE" in data[:4096] or b"<!ENTITY" in data:
        raise XmlError("This XML file declares a document type, which may name other files; it was not read.")
    parser = etree.XMLParser(resolve_entities=False, no_network=True, load_dtd=False, huge_tree=False, remove_pis=True)
    try:
        root = etree.fromstring(data, parser)
    except (etree.XMLSyntaxError, ValueError) as error:
        raise XmlError("This XML file cannot be read.") from error
    for element in root.iter():
        _named_as_3(element)
    return root


def _named_as_3(element: etree._Element) -> None:
    """``responseDeclaration responseIdentifier`` of 2.x as ``qti-response-declaration response-identifier``."""
    if not isinstance(element.tag, str):
        return
    name = etree.QName(element)
    if name.namespace == MATHML:
        return
    local = _CAPITAL.sub(r"-\1", name.localname).lower()
    if local in _HTML or local.startswith("qti-"):
        element.tag = local
    else:
        element.tag = f"qti-{local}"
    for key in list(element.attrib):
        plain = _CAPITAL.sub(r"-\1", etree.QName(key).localname).lower()
        if plain != key:
            element.set(plain, element.attrib.pop(key))


# Out


def put(parent: etree._Element, text: str) -> etree._Element:
    """``text`` with its marks at the end of ``parent``."""
    for run in runs(text):
        match run.style:
            case "strong" | "emphasis":
                made = etree.SubElement(parent, qti("strong" if run.style == "strong" else "em"))
                _add(made, run.text)
            case "formula":
                formula = mathml(run.text)
                if formula is None:
                    _add(parent, f"${run.text}$")
                else:
                    parent.append(etree.fromstring(formula))
            case _:
                _add(parent, run.text)
    return parent


def _add(parent: etree._Element, words: str) -> None:
    """Words at the end of ``parent``, lines broken where they are."""
    for number, line in enumerate(legal(words).split("\n")):
        if number:
            etree.SubElement(parent, qti("br"))
        if len(parent):
            parent[-1].tail = (parent[-1].tail or "") + line
        else:
            parent.text = (parent.text or "") + line


def qti(name: str) -> str:
    return f"{{{QTI}}}{name}"


# In


def text_of(element: etree._Element, stop: frozenset[str] = frozenset()) -> str:
    """What an element says, with the marks of items; ``stop`` are elements that are left out."""
    words = "".join(_said(element, stop))
    lines = (_SPACES.sub(" ", line).strip() for line in words.split("\n"))
    return re.sub(r"\n{3,}", "\n\n", "\n".join(lines)).strip()


def _said(element: etree._Element, stop: frozenset[str]) -> Iterator[str]:
    yield _flat(element.text)
    for child in element:
        if isinstance(child.tag, str):
            yield from _child(child, stop)
        yield _flat(child.tail)


def _flat(text: str | None) -> str:
    """In XML a line's end is a space like any other."""
    return _SPACES.sub(" ", text or "")


def _child(child: etree._Element, stop: frozenset[str]) -> Iterator[str]:
    name = etree.QName(child).localname
    if name in stop or name in _SKIPPED:
        return
    if name == "math":
        yield f"${tex(child)}$"
    elif name == "br":
        yield "\n"
    elif name in {"strong", "b", "em", "i"}:
        mark = "**" if name in {"strong", "b"} else "*"
        inner = "".join(_said(child, stop)).strip()
        yield f"{mark}{inner}{mark}" if inner else ""
    elif name in {"qti-text-entry-interaction", "qti-inline-choice-interaction"}:
        yield "___"
    elif name in _BLOCKS:
        yield "\n"
        yield from _said(child, stop)
        yield "\n"
    else:
        yield from _said(child, stop)
