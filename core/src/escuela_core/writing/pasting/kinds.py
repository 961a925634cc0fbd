"""A block to an item: which kind it is, and its key found among its options; what does not fit is said."""

from __future__ import annotations

import re
from collections.abc import Sequence

from escuela_core.items import Choice, Criterion, Gap, Group, Groups, Item, Match, Open, Option, Order, Pair, TrueFalse
from escuela_core.items.claim import GAP_MARK
from escuela_core.items.kinds.choice import MOST_OPTIONS
from escuela_core.items.kinds.groups import MOST_GROUPS, MOST_THINGS
from escuela_core.items.kinds.typed import same_answer
from escuela_core.items.model import DEPTHS
from escuela_core.items.shape import LONGEST_TEXT
from escuela_core.timeline import Span
from escuela_core.writing.pasting.block import Block
from escuela_core.writing.pasting.block import Option as PastedOption
from escuela_core.writing.pasting.lines import kind_named
from escuela_core.writing.pasting.remarks import Remark

Remarks = list[Remark]
_TRUE = re.compile(r"^(?:true|verdader[oa]|cierto|correct|correcto|yes|s[ií]|t|v)\b", re.IGNORECASE)
_FALSE = re.compile(r"^(?:false|fals[oa]|incorrect|incorrecto|no|f)\b", re.IGNORECASE)
_TRUTHS = r"(?:true or false|true\s?/\s?false|verdadero o falso|verdadero\s?/\s?falso|t\s?/\s?f|v\s?/\s?f|v\s?o\s?f)"
_ASKS_TRUTH = re.compile(rf"^¿?\s*{_TRUTHS}\s*[:?.\-–—]*\s*|\s*[\[(¿]?\s*{_TRUTHS}\s*\??[\])]?\s*$", re.IGNORECASE)
_TRUTH_AFTER = re.compile(
    r"\s*(?:[\[(]\s*(?P<in>true|false|verdadero|falso|[TFV])\s*[\])]|\s[-–—→:]\s*(?P<out>true|false|verdadero|falso))\s*\.?\s*$",
    re.IGNORECASE,
)
_GAP = re.compile(
    r"_{2,}|\[\s*(?:\.{2,}|…|blank|gap|hueco|_+)?\s*\]|\(\s*(?:\.{2,}|…|blank|gap|hueco|_+)?\s*\)|\.{4,}|…{2,}|(?<=\s)…(?=\s)"
)
# What stands in brackets behind a finished sentence with a gap fills it, where it is no hint.
_FILLING_AFTER = re.compile(
    r"(?<=[.!?])\s*[\[(](?!.*\b(?:words?|letters?|hint|palabras?|letras?|pista)\b)(?P<filling>[^()\[\]]{1,60})[\])]\s*$",
    re.IGNORECASE,
)
_LETTERS = re.compile(r"^[\[(]?\s*([A-Ha-h])\s*(?:[\])]|[.):,;]|\s[-–—]|$|\s*(?:,|&|and|y|\+|/)\s*[A-Ha-h](?!\w))")
_CHAIN = re.compile(
    r"^[\[(]?\s*[A-Ha-h](?:\s*[\])])?(?:\s*(?:,|&|and|y|\+|/|→|->|>|;|-)\s*[\[(]?[A-Ha-h](?!\w)[\])]?)*"
)
_ARROWS = re.compile(r"\s*(?:→|->|-->|=>|>|<|,|;)\s*")


def item_of(block: Block) -> tuple[Item | None, Remarks]:
    """The item a block makes, None where it makes none; remarks as (line, sentence)."""
    if block.item is not None:
        return block.item, []
    prompt = "\n".join(block.prompt).strip()
    if len(prompt) > LONGEST_TEXT or len(block.options) > MOST_OPTIONS:
        return None, [Remark(min(block.lines), "too_long")]
    if not prompt and not block.pairs:
        return None, []
    kind = _kind_of(block, prompt)
    item, remarks = _MAKERS[kind](block, prompt)
    return item, remarks


def _kind_of(block: Block, prompt: str) -> str:
    key = block.key[0][1] if block.key else ""
    texts = [o.text for o in block.options]
    if len(block.pairs) > 1:
        return "groups" if "groups" in (block.kind, kind_named(prompt)) else "match"
    if texts and len(texts) == 2 and _truths(texts):
        return "true_false"
    if block.kind == "order" or (texts and not block.kind and kind_named(prompt) == "order" and _is_sequence(block)):
        return "order" if texts or _ARROWS.search(key) else "open"
    if not texts and kind_named(prompt) == "order" and len(re.findall(r"→|->|=>|>|,|;", key)) > 1:
        return "order"
    if len(texts) >= 2:
        return "choice"
    if _GAP.search(prompt):
        return "gap"
    if (
        block.kind == "true_false"
        or _ASKS_TRUTH.search(prompt)
        or _TRUTH_AFTER.search(prompt)
        or (_truth(key) is not None and _is_bare_truth(key))
    ):
        return "true_false"
    if len(texts) == 1 and texts[0] and block.kind == "choice":
        return "choice"
    return "open"


def _is_sequence(block: Block) -> bool:
    key = block.key[0][1] if block.key else ""
    return (
        not key
        or len(_letters_of(key)) > 2
        or len(re.findall(r"\d+", key)) > 2
        or not any(o.right for o in block.options)
    )


def _is_bare_truth(key: str) -> bool:
    return len(re.split(r"[.,;:–—(-]", key, maxsplit=1)[0].split()) == 1


def _truths(texts: Sequence[str]) -> bool:
    return {_truth(t) for t in texts} == {True, False} and all(len(t.split()) == 1 for t in texts)


def _truth(text: str) -> bool | None:
    return True if _TRUE.match(text.strip()) else False if _FALSE.match(text.strip()) else None


def _shared(block: Block, more: str = "") -> dict[str, object]:
    """What every kind takes; a reason given with the key is part of the explanation."""
    texts = [t for t in (more, *block.explanation) if t]
    place = block.place
    evidence = (Span(place.start_ms, place.end_ms),) if place and place.end_ms > place.start_ms else ()
    depth = next((d for d in DEPTHS if d in block.depth), "recall")
    return {
        "explanation": " ".join(texts)[:LONGEST_TEXT],
        "marks": min(100.0, block.marks),
        "depth": depth,
        "pause_ms": place.end_ms if place else None,
        "evidence": evidence,
        "goal": block.goal,
    }


def _choice(block: Block, prompt: str) -> tuple[Item, Remarks]:
    right = {n for n, o in enumerate(block.options) if o.right}
    if not right:
        bold = {n for n, o in enumerate(block.options) if o.bold}
        right = bold if 0 < len(bold) < len(block.options) else set()
    reason = ""
    remarks: Remarks = []
    for line, key in block.key:
        meant, reason_here = _meant(key, block.options)
        reason = reason or reason_here
        if not meant:
            remarks.append(Remark(line, "key_unknown", {"key": key[:80]}))
        elif right and meant != right:
            remarks.append(Remark(line, "key_differs", {"key": key[:80]}))
        right = meant or right
    if not right and not remarks:
        remarks.append(Remark(min(block.lines), "no_key"))
    options = tuple(Option(o.text, n in right, o.feedback) for n, o in enumerate(block.options))
    return Choice(prompt=prompt, options=options, **_shared(block, reason)), remarks  # type: ignore[arg-type]


def _meant(key: str, options: Sequence[PastedOption]) -> tuple[set[int], str]:
    """The numbers of the options a key names, by letter, by words or by number; and a reason that follows it."""
    whole = [n for n, o in enumerate(options) if _folded(o.text) == _folded(key)]
    if whole:
        return {whole[0]}, ""
    by_mark = {o.mark: n for n, o in enumerate(options)}
    letters, rest = _letters_and_rest(key)
    if letters and "a" not in by_mark:
        by_mark |= {"abcdefgh"[n]: n for n in range(min(8, len(options)))}
    if letters:
        meant = {by_mark[c] for c in letters if c in by_mark}
        said = [n for n, o in enumerate(options) if rest and _folded(o.text) == _folded(rest)]
        if said and set(said) != meant and len(meant) == 1:
            return set(), ""
        repeats = any(n in meant and _folded(rest).startswith(_folded(options[n].text)) for n in meant)
        for n in meant:
            if repeats and _folded(rest).startswith(_folded(options[n].text)):
                rest = rest[len(options[n].text) :].lstrip(" .,;:(-–—").rstrip(" )")
        return (meant if len(meant) == len(letters) else set()), rest
    number = re.match(r"^(?:option|opci[oó]n)?\s*(\d{1,2})\s*(?:[.):]|$)", key, re.IGNORECASE)
    if number and 1 <= int(number[1]) <= len(options) and all(o.mark.isdigit() for o in options):
        return {int(number[1]) - 1}, key[number.end() :].strip()
    several = [p.strip() for p in re.split(r"\s*[;/]\s*|\s*,\s*", key) if p.strip()]
    meant = {n for p in several for n, o in enumerate(options) if _folded(o.text) == _folded(p)}
    if several and len(meant) == len(several):
        return meant, ""
    begins = [n for n, o in enumerate(options) if len(o.text) > 3 and _folded(key).startswith(_folded(o.text) + " ")]
    if len(begins) == 1:
        return {begins[0]}, key[len(options[begins[0]].text) :].lstrip(" .,;:(-–—").rstrip(" )")
    return set(), ""


def _letters_of(key: str) -> list[str]:
    """The option letters a key begins with: "B", "(c)", "A and D", "A, C"; none where it begins with a word."""
    return _letters_and_rest(key)[0]


def _letters_and_rest(key: str) -> tuple[list[str], str]:
    key = re.sub(r"^(?:option|opci[oó]n|letter|letra|respuesta)\s+", "", key.strip(), flags=re.IGNORECASE)
    chain = _CHAIN.match(key) if _LETTERS.match(key) else None
    if chain is None:
        return [], key
    letters = [c.lower() for c in re.findall(r"(?<!\w)[A-Ha-h](?!\w)", chain.group())]
    return letters, key[chain.end() :].lstrip(" .,;:)]-–—")


def _folded(text: str) -> str:
    return re.sub(r"\W+", " ", text.casefold()).strip()


def _true_false(block: Block, prompt: str) -> tuple[Item, Remarks]:
    right = [o for o in block.options if o.right]
    marked = right or ([o for o in block.options if o.bold] if sum(o.bold for o in block.options) == 1 else [])
    key = block.key[0][1] if block.key else marked[0].text if marked else ""
    after = _TRUTH_AFTER.search(prompt)
    if after and not key:
        key, prompt = after["in"] or after["out"], prompt[: after.start()].rstrip()
    letters = _letters_of(key) if len(block.options) == 2 else []
    if letters and letters[0] in ("a", "b"):
        key = block.options["ab".index(letters[0])].text + key[1:]
    answer = _truth(key) if key else None
    reason = re.sub(r"^\w+\s*[.,;:\-–—]*\s*", "", key).strip(" ()") if answer is not None else ""
    said = _ASKS_TRUTH.sub("", prompt).strip()
    remarks = [] if answer is not None else [Remark(min(block.lines), "no_truth")]
    item = TrueFalse(prompt=said or prompt, answer=answer, **_shared(block, reason))  # type: ignore[arg-type]
    return item, remarks


def _gap(block: Block, prompt: str) -> tuple[Item, Remarks]:
    gaps = _GAP.findall(prompt)
    remarks = [Remark(min(block.lines), "several_gaps")] if len(gaps) > 1 else []
    keys = [a for _, key in block.key for a in _fillings(key)]
    answers = keys if block.key else [o.text for o in block.options]
    after = _FILLING_AFTER.search(prompt)
    if not answers and after:
        answers, prompt = _fillings(after["filling"]), prompt[: after.start()]
    if not answers:
        remarks.append(Remark(min(block.lines), "no_filling"))
    text = _GAP.sub(GAP_MARK, prompt)
    return Gap(prompt=text, answers=tuple(dict.fromkeys(answers)), **_shared(block)), remarks  # type: ignore[arg-type]


def _fillings(key: str) -> list[str]:
    parts = re.split(r"\s*(?:/|;|\||\s(?:or|o)\s)\s*", key.strip().rstrip("."))
    return [p.strip(" \"'“”«»") for p in parts if p.strip(" \"'“”«»")]


def _open(block: Block, prompt: str) -> tuple[Item, Remarks]:
    model = " ".join(key for _, key in block.key) or " ".join(o.text for o in block.options)
    criteria = tuple(_criterion(c) for c in block.criteria)
    return Open(prompt=prompt, model_answer=model, criteria=criteria, **_shared(block)), []  # type: ignore[arg-type]


def _criterion(text: str) -> Criterion:
    marks = re.search(
        r"\s*[\[(]\s*\+?(\d+(?:[.,]\d)?)\s*(?:points?|pts?|marks?|puntos?|ptos?)?\.?\s*[\])]\s*$", text, re.IGNORECASE
    )
    if marks:
        return Criterion(text[: marks.start()].strip(), min(100.0, float(marks[1].replace(",", "."))))
    return Criterion(text.strip(), 1.0)


def _match(block: Block, prompt: str) -> tuple[Item, Remarks]:
    pairs = tuple(Pair(left, right) for left, right in block.pairs[:12])
    return Match(prompt=prompt or "?", pairs=pairs, **_shared(block)), []  # type: ignore[arg-type]


def _groups(block: Block, prompt: str) -> tuple[Item, Remarks]:
    rows = [(name, re.split(r"\s*;\s*" if ";" in things else r"\s*,\s*", things)) for name, things in block.pairs]
    groups = [Group(name, tuple(t for t in things if t)) for name, things in rows]
    over = len(groups) > MOST_GROUPS or sum(len(g.things) for g in groups) > MOST_THINGS
    remarks = [Remark(min(block.lines), "too_many_things")] if over else []
    left = MOST_THINGS
    kept = []
    for group in groups[:MOST_GROUPS]:
        kept.append(Group(group.name, group.things[:left]))
        left -= len(kept[-1].things)
    return Groups(prompt=prompt, groups=tuple(kept), **_shared(block)), remarks  # type: ignore[arg-type]


def _order(block: Block, prompt: str) -> tuple[Item, Remarks]:
    texts = [o.text for o in block.options]
    key = block.key[0][1] if block.key else ""
    remarks: Remarks = []
    if not texts:
        steps = [p for p in _ARROWS.split(key) if p]
    else:
        steps = _sorted(block, key)
        if key and not steps:
            remarks.append(Remark(block.key[0][0], "order_unclear", {"key": key[:80]}))
        steps = steps or texts
        if not key:
            remarks.append(Remark(min(block.lines), "no_order"))
    return Order(prompt=prompt, steps=tuple(steps), **_shared(block)), remarks  # type: ignore[arg-type]


def _sorted(block: Block, key: str) -> list[str]:
    """The steps in the order the key names them, by letters, numbers or words; empty unless it names each once."""
    marks = [o.mark for o in block.options]
    named = _letters_of(key)
    if not named and all(m.isdigit() for m in marks):
        named = re.findall(r"\d+", key)
    if not named and re.fullmatch(r"[A-Ha-h]{3,8}", key.strip(" .")):
        named = list(key.strip(" .").lower())
    if sorted(named) == sorted(marks):
        return [block.options[marks.index(n)].text for n in named]
    parts = [p for p in _ARROWS.split(key) if p]
    texts = [o.text for o in block.options]
    found = [next((t for t in texts if same_answer(p, t)), "") for p in parts]
    return found if sorted(found) == sorted(texts) else []


_MAKERS = {
    "choice": _choice,
    "true_false": _true_false,
    "gap": _gap,
    "open": _open,
    "match": _match,
    "order": _order,
    "groups": _groups,
}
