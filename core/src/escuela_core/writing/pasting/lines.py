"""What each line of a pasted text is: a question, an option, a key, a time, the heading of a list of keys …"""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from escuela_core.writing.pasting.times import TIME

Sort = Literal["blank", "question", "option", "label", "kind_heading", "keys_heading", "plain"]

LABELS: dict[str, str] = {
    "key": r"(?:the )?(?:correct |right |best |model |sample |suggested |expected |possible )?(?:answer|ans|response)s?"
    r"(?: key)?|(?:correct|right|best) (?:option|choice)s?|key|solution|correct|(?:correct |right )?order"
    r"|accept(?:ed)?(?: answers)?|(?:la )?respuestas?(?: correctas?| modelo| esperadas?| posibles?)?|soluci[oó]n|clave"
    r"|opci[oó]n correcta|correctas?|orden(?: correcto)?|r|rpta|resp",
    "explanation": r"explanation|rationale|why(?: it matters)?|because|reason(?:ing)?|justification|feedback|comment"
    r"|explicaci[oó]n|justificaci[oó]n|por qu[eé]|porque|motivo|retroalimentaci[oó]n|comentario",
    "time": r"(?:video )?time(?:\s?stamps?|\s?codes?)?s?|pause(?: at)?|(?:at )?minute|position|when|tiempo|minuto"
    r"|minutaje"
    r"|marca(?: de tiempo)?|momento|pausa|segundo",
    "kind": r"(?:question |item )?type|kind|format|tipo(?: de pregunta)?|formato",
    "quote": r"evidence|(?:transcript )?quote|source|transcript|reference|cita|evidencia|fuente|transcripci[oó]n"
    r"|referencia",
    "marks": r"points?|marks?|score|worth|puntos?|puntuaci[oó]n|valor",
    "criteria": r"criteria|(?:marking|grading|scoring) (?:guide|criteria|scheme)|rubric|look for"
    r"|criterios?(?: de evaluaci[oó]n)?|r[uú]brica|gu[ií]a(?: de correcci[oó]n)?",
    "prompt": r"question|q|prompt|stem|statement|pregunta|enunciado|afirmaci[oó]n|p",
    "options": r"options|choices|alternatives|opciones|alternativas|steps|pasos|pairs|parejas",
    "depth": r"depth|(?:bloom(?:'s)? )?level|bloom|cognitive level|profundidad|nivel(?: cognitivo)?",
    "goal": r"(?:learning )?(?:goal|objective|outcome)|objetivo(?: de aprendizaje)?|meta",
}
_LABEL = {
    name: re.compile(rf"^(?:{words})\s*(?:\((?P<more>[^)]*)\)\s*)?(?::|=|\s[-–—]\s|：)\s*(?P<rest>.*)$", re.IGNORECASE)
    for name, words in LABELS.items()
}
KIND_WORDS: dict[str, str] = {
    "choice": r"multiple[- ]choice|single[- ]choice|multiple (?:answers?|response)|select all|mcqs?|choose|choice"
    r"|opci[oó]n m[uú]ltiple|selecci[oó]n m[uú]ltiple|elecci[oó]n m[uú]ltiple|test",
    "true_false": r"true\s*(?:/|or|-|and|&)\s*false|t\s*/\s*f|verdadero\s*(?:/|o|y|-)\s*falso|v\s*/\s*f|true_false",
    "gap": r"fill[- ]in(?:[- ]the)?[- ](?:blanks?|gaps?)|fill[- ]in|gap(?:[- ]fill)?s?|cloze|complete the sentence"
    r"|completar?(?: (?:la frase|los huecos|el hueco))?|rellenar?(?: (?:los huecos|el hueco))?|huecos?",
    "match": r"match(?:ing)?(?: (?:pairs|the following))?|pair up|relaciona(?:r)?|empareja(?:r)?|emparejamiento|une",
    "order": r"(?:put |arrange |sort )?(?:[\w ]{0,24} )?(?:in|into) (?:the )?(?:right |correct )?order|order(?:ing)?"
    r"|sequenc(?:e|ing)|ordena(?:r|ci[oó]n)?|secuencia",
    "groups": r"(?:sort(?:ing)?|put|divide|arrange)(?: \S+){0,6} into (?:[\w']+ ){0,4}(?:groups|categories)"
    r"|categori[sz](?:e|ing|ation)|classif(?:y|ying|ication)|clasifica(?:r|ci[oó]n)?|agrupa(?:r|ci[oó]n)?",
    "open": r"open(?:[- ]ended)?(?: (?:questions?|answers?))?|(?:short|long)[- ]answers?|essay|discussion|free[- ]text"
    r"|(?:preguntas? )?abiertas?|respuesta (?:abierta|corta|larga|breve)|desarrollo|reflexi[oó]n",
    "note": r"notes?|nota",
}
LONGEST_HEADING = 400
_KINDS = {name: re.compile(rf"(?<!\w)(?:{words})(?!\w)", re.IGNORECASE) for name, words in KIND_WORDS.items()}
_NUMBERED = re.compile(
    r"^(?P<word>(?:question|pregunta|item|[ií]tem|ejercicio|exercise|no|n[ºo°]|q|p)\.?\s*)?#?(?P<number>\d{1,3})"
    r"\s*(?P<end>[.):\]/]|[-–—](?=\s)|(?=\s*[\[(])|(?=\s)|$)\s*(?P<rest>.*)$",
    re.IGNORECASE,
)
_TICKED = re.compile(r"^(?P<tick>\[\s*[xX✓✔*]?\s*\]|\(\s*[xX✓✔*•●]?\s*\)|[○●◯◉☐☑☒□■])\s*(?P<rest>\S.*)$")
_LETTERED = re.compile(
    r"^[\[(]?(?P<letter>[A-Ha-h])(?P<end>[).]\s?[-–—](?=\s)|\)|\.|:|\]|\s?[-–—](?=\s)|\s\))\s*(?P<rest>\S.*)$"
)
_BULLET = re.compile(r"^(?P<bullet>[-–—*•·▪◦‣+►»])\s+(?P<rest>\S.*)$")
_PAIR = re.compile(r"^(?P<left>.{0,120}?\S)\s*(?:→|->|=>|-->|⟶|↔|<->|\s=\s|\s::?\s|\s\|\s)\s*(?P<right>\S.*)$")
_DASHED = re.compile(r"^(?P<left>.{1,80}?\S)\s+[-–—]\s+(?P<right>\S.*)$")
_NAMED = re.compile(r"^(?P<left>[^:：]{1,80}?)\s*[:：]\s*(?P<right>\S.*)$")
_KEYS_HEADING = re.compile(
    r"^(?:the )?(?:correct )?(?:answers|answer ?(?:key|sheet)|key|solutions|respuestas(?: correctas)?"
    r"|claves?(?: de respuestas)?|solucionario|soluciones|hoja de respuestas)"
    r"(?: (?:and|with|y) (?:explanations?|reasons|explicaci[oó]n(?:es)?))?\s*[:.]?\s*(?P<rest>.*)$",
    re.IGNORECASE,
)
_SHORT_KEY = re.compile(r"^(?:ans|resp|rpta|sol)\.\s*:?\s*(?P<rest>\S.*)$", re.IGNORECASE)
# Small pictures before the words, but for those that tick something.
_PICTURES = re.compile(r"^(?:[\U0001F000-\U0001FAFF\u2300-\u23FF\u2600-\u2604\u2614-\u26FF\u27A1\uFE0F\u200D]+\s*)+")
_ARROW_KEY = re.compile(r"^(?:→|->|=>|⇒|»)\s*(?P<rest>(?![A-Ha-h][).])\S.*)$")
_BARE_LETTER = re.compile(r"^[\[(]?\s*[A-Ha-h]\s*[\])]?\.?$")
_FILLERS = re.compile(r"(?i)questions?|preguntas?|items?|ejercicios?|answers?|de|los|las|the")
KEY_ENTRY = re.compile(r"^\D{0,12}\d{1,3}\s*[.):\-–—=→]?\s*\S")
_RIGHT_AFTER = re.compile(
    r"\s*(?:\*+|[✓✔✅☑]️?"
    r"|[(\[]\s*(?:correct(?: answer)?|right|answer|key|correcta|respuesta(?: correcta)?|✓|✔|x)\s*[)\]]"
    r"|(?:<--|←|<=)\s*(?:correct|correcta|answer|respuesta)?)\s*$",
    re.IGNORECASE,
)
_RIGHT_BEFORE = re.compile(r"^(?:\*+|[✓✔✅]️?|(?:=>|>>|→)(?=\s*[A-Ha-h][).]))\s*")


@dataclass(frozen=True, slots=True)
class Line:
    """One line read: ``label`` names a label or kind, ``mark`` is a letter or number, ``right`` a key marked there."""

    number: int
    sort: Sort
    text: str = ""
    label: str = ""
    mark: str = ""
    end: str = ""
    word: bool = False
    indent: int = 0
    right: bool = False
    bold: bool = False


def read_line(number: int, raw: str) -> Line:
    """What a line is by itself; what is around it may tell more (``assembling``)."""
    indent = len(raw) - len(raw.lstrip())
    text = _PICTURES.sub("", raw.strip().lstrip("\ufeff\u200b"))
    text = re.sub(r"^(?:>\s*)+", "", text)
    heading = bool(re.match(r"^#{1,6}\s+", text))
    text = re.sub(r"^#{1,6}\s+", "", text)
    if not text or re.fullmatch(r"[-=_*~•\s|]{3,}|```\w*", text):
        return Line(number, "blank")
    right_first = _RIGHT_BEFORE.match(text) if not _is_emphasis(text) and not _BULLET.match(text) else None
    marked = bool(right_first)
    if right_first:
        text = text[right_first.end() :]
    bullet = _BULLET.match(text)
    inner = bullet.group("rest") if bullet else text
    starred = bool(bullet and bullet.group("bullet") == "*")
    bold = _is_bold(inner)
    inner = plain(inner)
    labelled = _labelled(number, inner, indent)
    if labelled:
        return labelled
    heading_line = _heading(number, inner, heading=heading or bold)
    if heading_line and not bullet:
        return heading_line
    option = _option(
        number, inner, indent, bold=bold, marked=marked or (starred and _LETTERED.match(inner) is not None)
    )
    if option:
        return option
    asked = None if TIME.match(inner) else _NUMBERED.match(inner)
    if asked and (asked["word"] or asked["end"]) and not bullet:
        return Line(
            number,
            "question",
            asked["rest"].strip(),
            mark=asked["number"],
            end=asked["end"],
            word=bool(asked["word"]),
            indent=indent,
            right=marked,
            bold=bold,
        )
    if bullet:
        return _marked(Line(number, "option", inner, mark="-", indent=indent, bold=bold, right=marked))
    return Line(number, "plain", inner, indent=indent, right=marked, bold=bold)


def _is_emphasis(text: str) -> bool:
    return bool(re.match(r"^(\*\*|__)\S", text)) or bool(re.match(r"^\*[^\s*][^*]*\*", text))


def _is_bold(text: str) -> bool:
    """All of it in bold, but for a letter or number before it."""
    return bool(
        re.match(r"^(?:[\[(]?[A-Ha-h\d]{1,2}[).:\]]\s*)?(?:\*\*|__)\s*\S.*\S?(?:\*\*|__)\s*[.✓✔]?$", text)
    ) or bool(re.match(r"^<(?:b|strong)>.*</(?:b|strong)>$", text))


def plain(text: str) -> str:
    """Without emphasis marks of Markdown or HTML; a gap's underscores stay."""
    text = re.sub(r"</?(?:b|strong|i|em|u|br|p|li|span)\s*/?>", "", text)
    text = re.sub(r"(?<!_)__(?=[^_\s])(.+?)(?<=[^_\s])__(?!_)", r"\1", text)
    text = text.replace("**", "").replace("`", "")
    return re.sub(r"(?<![\w*])\*(?=\S)([^*]+?)(?<=\S)\*(?![\w*])", r"\1", text).strip()


def _labelled(number: int, text: str, indent: int) -> Line | None:
    if text[:1] in "[(" and text[-1:] in "])":
        text = text[1:-1].strip() if any(p.match(text[1:]) for p in _LABEL.values()) else text
    short = _SHORT_KEY.match(text) or _ARROW_KEY.match(text)
    if short:
        return Line(number, "label", short["rest"], label="key", indent=indent)
    if _BARE_LETTER.match(text):
        return Line(number, "label", text, label="key", mark="bare", indent=indent)
    for name, pattern in _LABEL.items():
        match = pattern.match(text.lstrip("⏱⏲🕐📍💡✅✔✓📝❓️ "))
        if match:
            rest = match["rest"].strip()
            lists = re.match(r"^\D{0,2}1\s*[.):\-–—=]?\s*\S", rest) and re.search(
                r"(?<=[\s,;])2\s*[.):\-–—=]?\s*\S", rest
            )
            if name == "key" and (lists or (not rest and _KEYS_HEADING.match(text))):
                return Line(number, "keys_heading", rest)
            return Line(number, "label", rest, label=name, mark=(match["more"] or "").strip(), indent=indent)
    return None


def _heading(number: int, text: str, *, heading: bool) -> Line | None:
    keys = _KEYS_HEADING.match(text)
    if keys and (not keys["rest"] or KEY_ENTRY.match(keys["rest"])):
        return Line(number, "keys_heading", keys["rest"])
    kind = kind_named(text)
    bare = re.sub(r"^(?:part|section|parte|secci[oó]n)\s+\w{1,3}\s*[.:)\-–—]?\s*", "", text, flags=re.IGNORECASE)
    asks = re.search(r"[?]|___", text) and not (kind == "true_false" and len(bare.split()) <= 3)
    if kind and (heading or len(bare.split()) <= 5) and not asks and not _NUMBERED.match(text):
        whole = _KINDS[kind].sub("", bare)
        if heading or not re.search(r"\w{3,}", _FILLERS.sub("", whole)):
            return Line(number, "kind_heading", text, label=kind)
    return None


def kind_named(text: str) -> str | None:
    """The kind whose name comes first in ``text``, near its beginning."""
    return _kind_named(text[:LONGEST_HEADING])


@lru_cache(maxsize=1_024)
def _kind_named(text: str) -> str | None:
    found = [(m.start(), name) for name, pattern in _KINDS.items() if (m := pattern.search(text))]
    return min(found)[1] if found else None


def _option(number: int, text: str, indent: int, *, bold: bool, marked: bool) -> Line | None:
    ticked = _TICKED.match(text)
    if ticked:
        on = bool(re.search(r"[xX✓✔*•●◉☑☒■]", ticked["tick"]))
        inner = _LETTERED.match(ticked["rest"])
        return _marked(
            Line(
                number,
                "option",
                inner["rest"] if inner else ticked["rest"],
                mark=(inner["letter"] if inner else "o").lower(),
                indent=indent,
                right=on or marked,
                bold=bold,
            )
        )
    lettered = _LETTERED.match(text)
    if lettered:
        return _marked(
            Line(
                number,
                "option",
                lettered["rest"],
                mark=lettered["letter"].lower(),
                end=lettered["end"].strip(),
                indent=indent,
                right=marked,
                bold=bold,
            )
        )
    return None


def _marked(line: Line) -> Line:
    """The line without the mark that says it is the right one."""
    match = _RIGHT_AFTER.search(line.text)
    text = line.text[: match.start()] if match else line.text
    first = _RIGHT_BEFORE.match(text)
    if first:
        text = text[first.end() :]
    return Line(
        line.number,
        line.sort,
        text.strip(),
        line.label,
        line.mark,
        line.end,
        line.word,
        line.indent,
        line.right or bool(match) or bool(first),
        line.bold,
    )


# The kinds written as two things joined in a line.
PAIRED = ("match", "groups")


def as_pair(text: str, kind: str = "") -> tuple[str, str] | None:
    """Left and right of a line that joins two things; by a dash too where the ``kind`` expects pairs, and by a colon
    where it expects the name of a group and its things."""
    match = _PAIR.match(text) or (_DASHED.match(text) if kind in PAIRED else None)
    match = match or (_NAMED.match(text) if kind == "groups" else None)
    return (match["left"].strip(), match["right"].strip()) if match else None
