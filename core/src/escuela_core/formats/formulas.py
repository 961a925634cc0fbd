"""Formulas: TeX as MathML, as a picture and as Office Math, and MathML as TeX again. Whatever they hold, nothing but
mathematics comes out."""

from __future__ import annotations

from functools import lru_cache
from html import unescape
from xml.etree import ElementTree as ET

from latex2mathml import converter
from lxml import etree

MATHML = "http://www.w3.org/1998/Math/MathML"
TEX = "application/x-tex"
LONGEST_FORMULA = 2_000
# Presentation MathML (W3C, MathML Core) without what links, styles, runs or loads anything.
_ELEMENTS = {
    "math", "mrow", "mi", "mn", "mo", "mtext", "mspace", "ms", "mfrac", "msqrt", "mroot", "mstyle", "merror", "mpadded",
    "mphantom", "msub", "msup", "msubsup", "munder", "mover", "munderover", "mmultiscripts", "mprescripts", "none",
    "mtable", "mtr", "mtd", "menclose", "mfenced",
}  # fmt: skip
_ATTRIBUTES = {
    "display", "stretchy", "fence", "form", "separator", "accent", "accentunder", "linethickness", "mathvariant",
    "columnalign", "rowspacing", "columnspacing", "width", "height", "depth", "lspace", "rspace", "notation", "open",
    "close", "minsize", "maxsize", "movablelimits", "largeop", "displaystyle", "scriptlevel",
}  # fmt: skip


@lru_cache(maxsize=512)
def mathml(tex: str) -> str | None:
    """``tex`` as a ``math`` element that carries it as an annotation; None where it cannot be read."""
    found = _read(tex)
    if found is None:
        return None
    meant = ET.Element("semantics")
    ET.SubElement(meant, "mrow").extend(found)
    ET.SubElement(meant, "annotation", {"encoding": TEX}).text = tex
    return _math(meant)


def _bare(tex: str) -> str | None:
    """MathML without its annotation, for readers that set every text they find."""
    found = _read(tex)
    return None if found is None else _math(*found)


def _math(*children: ET.Element) -> str:
    whole = ET.Element("math", {"xmlns": MATHML, "display": "inline"})
    whole.extend(children)
    return ET.tostring(whole, encoding="unicode")


def _read(tex: str) -> ET.Element | None:
    """The ``math`` element of ``tex`` with nothing but mathematics in it; None where it cannot be read so."""
    if len(tex) > LONGEST_FORMULA:
        return None
    try:
        return _plain(converter.convert_to_element(tex))
    except Exception:  # noqa: BLE001  # whatever the reader trips over, the formula stands as its TeX
        return None


def _plain(element: ET.Element) -> ET.Element | None:
    """A copy of mathematics alone; None where anything else is in it."""
    name = element.tag.rsplit("}", maxsplit=1)[-1] if isinstance(element.tag, str) else ""
    if name not in _ELEMENTS:
        return None
    copy = ET.Element(name, {k: v for k, v in element.attrib.items() if k in _ATTRIBUTES})
    # The reader leaves signs as references.
    copy.text = unescape(element.text or "")
    for child in element:
        inner = _plain(child)
        if inner is None:
            return None
        copy.append(inner)
    return copy[0] if name == "mrow" and len(copy) == 1 else copy


@lru_cache(maxsize=512)
def svg(tex: str, size: float = 12.0) -> str | None:
    """``tex`` drawn, ``size`` pixels to an em; None where it cannot be read or drawn."""
    shown = _bare(tex)
    if shown is None:
        return None
    from ziamath.config import config
    from ziamath.zmath import Math

    # Paths where they stand: not every reader follows references inside a drawing.
    config.svg2 = False
    try:
        return str(Math(shown, size=size).svg())
    except Exception:  # noqa: BLE001  # whatever the drawer trips over, the formula stands as its TeX
        return None


@lru_cache(maxsize=512)
def omml(tex: str) -> str | None:
    """``tex`` as Office Math (ECMA-376, 22.1), prefix ``m``; None where it cannot be read."""
    shown = _bare(tex)
    if shown is None:
        return None
    import mathml2omml

    try:
        made: str = mathml2omml.convert(shown)  # type: ignore[no-untyped-call]
        return made
    except Exception:  # noqa: BLE001  # as above
        return None


# From MathML


def tex(math: etree._Element) -> str:
    """TeX for a ``math`` element: its annotation where it has one, else what its parts say."""
    for note in math.iter(f"{{{MATHML}}}annotation", "annotation"):
        if note.get("encoding") == TEX and note.text:
            return str(note.text).strip()[:LONGEST_FORMULA]
    return " ".join(_tex(math).split())[:LONGEST_FORMULA]


_FORMS = {
    "mfrac": r"\frac{{{0}}}{{{1}}}",
    "msqrt": r"\sqrt{{{0}}}",
    "mroot": r"\sqrt[{1}]{{{0}}}",
    "msup": "{{{0}}}^{{{1}}}",
    "msub": "{{{0}}}_{{{1}}}",
    "msubsup": "{{{0}}}_{{{1}}}^{{{2}}}",
    "munder": "{{{0}}}_{{{1}}}",
    "mover": "{{{0}}}^{{{1}}}",
    "munderover": "{{{0}}}_{{{1}}}^{{{2}}}",
    "mtext": r"\text{{{0}}}",
}
_PLACES = {"mfrac": 2, "mroot": 2, "msup": 2, "msub": 2, "msubsup": 3, "munder": 2, "mover": 2, "munderover": 3}


def _tex(element: etree._Element) -> str:
    name = etree.QName(element).localname if isinstance(element.tag, str) else ""
    inner = [_tex(child) for child in element if isinstance(child.tag, str)]
    own = (element.text or "").strip()
    if name in _PLACES and len(inner) == _PLACES[name]:
        return _FORMS[name].format(*inner)
    if name == "msqrt":
        return _FORMS[name].format(" ".join(inner))
    if name == "mtext":
        return _FORMS[name].format(own)
    if name not in _ELEMENTS | {"semantics"}:
        return ""
    return " ".join([own, *inner]).strip()
