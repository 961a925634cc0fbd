"""TTML (W3C Timed Text): paragraphs with begin and end or dur, speakers by ``ttm:agent``; layout and style are
passed over."""

from __future__ import annotations

import re
from dataclasses import dataclass
from html import escape

from lxml import etree

from escuela_core.errors import EscuelaError
from escuela_core.transcripts.cues import CaptionLineError, Cue
from escuela_core.transcripts.model import Transcript
from escuela_core.transcripts.stamps import stamp

_CLOCK = re.compile(r"(\d{2,4}):(\d{2}):(\d{2})(?:\.(\d{1,12})|:(\d{2,4})(?:\.\d{1,12})?)?")
_OFFSET = re.compile(r"(\d{1,15}(?:\.\d{1,12})?)(h|m|s|ms|f|t|)")
_DECLARED, _BLANK = re.compile(r"\s*(?:<\?xml[^>]*\?>\s*)?"), re.compile(r"\s*")
_ROOT = re.compile(r"<(?:\w{1,40}:)?tt[\s>]")
_SECONDS = {"h": 3600.0, "m": 60.0, "s": 1.0, "ms": 0.001}


class CaptionsNotXmlError(EscuelaError):
    code = "captions_not_xml"

    def __init__(self, line: int) -> None:
        super().__init__(f"The captions look like TTML, but line {line} breaks the XML; save them anew.", line=line)


@dataclass(frozen=True, slots=True)
class _Rates:
    frames: float
    ticks: float

    def milliseconds(self, text: str) -> int | None:
        if match := _CLOCK.fullmatch(text.strip()):
            hours, minutes, seconds, fraction, frames = match.groups()
            whole = (int(hours) * 60 + int(minutes)) * 60 + int(seconds)
            part = float(f"0.{fraction}") if fraction else int(frames) / self.frames if frames else 0.0
            return round((whole + part) * 1000)
        if match := _OFFSET.fullmatch(text.strip()):
            number, unit = float(match.group(1)), match.group(2) or "s"
            per_second = {"f": self.frames, "t": self.ticks}.get(unit)
            return round(number / per_second * 1000 if per_second else number * _SECONDS[unit] * 1000)
        return None


def recognises(text: str) -> bool:
    """Whether the first element is ``tt``: whatever declares the file, and comments, may stand before it."""
    at = _DECLARED.match(text).end()  # type: ignore[union-attr]  # it matches nothing at least
    while text.startswith("<!--", at):
        end = text.find("-->", at)
        if end < 0:
            return False
        at = _BLANK.match(text, end + 3).end()  # type: ignore[union-attr]
    return _ROOT.match(text, at) is not None


def read(text: str) -> list[Cue]:
    """Cues in the order of the file. Raises CaptionsNotXmlError and CaptionLineError; declares no entities."""
    parser = etree.XMLParser(resolve_entities=False, no_network=True, load_dtd=False, huge_tree=False)
    try:
        root = etree.fromstring(text.encode(), parser)
    except etree.XMLSyntaxError as error:
        raise CaptionsNotXmlError(error.lineno or 1) from error
    rates = _rates(root)
    names = _agents(root)
    cues = []
    for paragraph in root.iter("{*}p"):
        begin, end = _times(paragraph, rates)
        lines = tuple(line for line in (" ".join(part.split()) for part in _text(paragraph).split("\n")) if line)
        if lines and begin is not None:
            speaker = names.get(_attribute(paragraph, "agent"))
            cues.append(Cue(paragraph.sourceline or 1, begin, end, lines, speaker))
    return cues


def write(transcript: Transcript) -> str:
    """One paragraph a sentence; speakers as agents."""
    speakers = list(dict.fromkeys(s.speaker for s in transcript.sentences if s.speaker))
    agents = "".join(
        f'      <ttm:agent xml:id="a{n}" type="person"><ttm:name type="full">{escape(name)}</ttm:name></ttm:agent>\n'
        for n, name in enumerate(speakers, 1)
    )
    rows = "".join(
        f'      <p begin="{stamp(s.start_ms)}" end="{stamp(s.end_ms)}"'
        + (f' ttm:agent="a{speakers.index(s.speaker) + 1}"' if s.speaker else "")
        + f">{escape(s.text)}</p>\n"
        for s in transcript.sentences
    )
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n'
        '<tt xmlns="http://www.w3.org/ns/ttml" xmlns:ttm="http://www.w3.org/ns/ttml#metadata" '
        f'xml:lang="{escape(transcript.language)}">\n'
        f"  <head>\n    <metadata>\n{agents}    </metadata>\n  </head>\n"
        f"  <body>\n    <div>\n{rows}    </div>\n  </body>\n</tt>\n"
    )


def _attribute(element: etree._Element, name: str) -> str:
    """An attribute by its local name, whatever year its namespace is of."""
    return next((str(v) for k, v in element.attrib.items() if etree.QName(k).localname == name), "")


def _rates(root: etree._Element) -> _Rates:
    """What the file says, where it is a number that can be divided by; else thirty frames a second."""
    up, down = ([_rate(x) for x in _attribute(root, "frameRateMultiplier").replace(":", " ").split()] + [1.0, 1.0])[:2]
    frames = (_rate(_attribute(root, "frameRate")) or 30.0) * (up or 1.0) / (down or 1.0)
    return _Rates(frames, _rate(_attribute(root, "tickRate")) or frames)


def _rate(text: str) -> float:
    return float(text) if re.fullmatch(r"\d{1,9}(?:\.\d{1,9})?", text) else 0.0


def _agents(root: etree._Element) -> dict[str, str]:
    names = {}
    for agent in root.iter("{*}agent"):
        name = " ".join("".join(str(t) for t in agent.itertext()).split())
        if name:
            names[_attribute(agent, "id")] = name
    return names


def _times(paragraph: etree._Element, rates: _Rates) -> tuple[int | None, int | None]:
    """Begin and end of a paragraph; times of those around it count from theirs, as the standard says."""
    offset = 0
    for around in paragraph.iterancestors("{*}div", "{*}body"):
        offset += rates.milliseconds(str(around.get("begin", ""))) or 0
    given = {name: paragraph.get(name) for name in ("begin", "end", "dur")}
    read_as = {name: rates.milliseconds(str(text)) for name, text in given.items() if text is not None}
    for name, value in read_as.items():
        if value is None:
            raise CaptionLineError(paragraph.sourceline or 1, str(given[name]))
    begin, end, dur = (read_as.get(name) for name in ("begin", "end", "dur"))
    if begin is None:
        return None, None
    if end is None and dur is not None:
        end = begin + dur
    return begin + offset, end + offset if end is not None and end > begin else None


def _text(element: etree._Element) -> str:
    parts = [element.text or ""]
    for child in element:
        is_break = isinstance(child.tag, str) and etree.QName(child).localname == "br"
        parts.append("\n" if is_break else _text(child) if isinstance(child.tag, str) else "")
        parts.append(child.tail or "")
    return "".join(parts)
