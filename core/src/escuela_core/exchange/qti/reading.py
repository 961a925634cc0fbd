"""A QTI item (3.0, 2.2 or 2.1) as one of Escuela's kinds, as far as it has one."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

from lxml import etree

from escuela_core.errors import EscuelaError
from escuela_core.exchange.qti.markup import parsed, text_of
from escuela_core.exchange.qti.writing import OWN
from escuela_core.items.model import Item
from escuela_core.items.reading import item_from_json
from escuela_core.items.shape import ItemShapeError

_FEEDBACK = frozenset({"qti-feedback-inline", "qti-feedback-block"})
_ASIDE = _FEEDBACK | {"qti-rubric-block"}


class NotCarriedError(EscuelaError):
    """An item that has no kind here; ``why`` is one of no_body, several, interaction, no_gap, shape."""

    code = "not_carried"

    def __init__(self, title: str, why: str) -> None:
        super().__init__(f"“{title}” could not be read as an item.", title=title, why=why)


def item_from_xml(data: bytes) -> tuple[Item, str]:
    """The item, and the title it had. The files it names are their paths in the package. Raises XmlError or
    NotCarriedError."""
    root = parsed(data)
    title = (root.get("title") or root.get("identifier") or "")[:200]
    if root.tag != "qti-assessment-item":
        raise NotCarriedError(title, "no_body")
    body = root.find("qti-item-body")
    if body is None:
        raise NotCarriedError(title, "no_body")
    asked = [e for e in body.iter() if isinstance(e.tag, str) and e.tag.endswith("-interaction")]
    if len(asked) > 1:
        raise NotCarriedError(title, "several")
    reader = _Reader(root, body, title)
    name = asked[0].tag if asked else ""
    if name not in _KINDS:
        raise NotCarriedError(title, "interaction")
    own = _KINDS[name](reader, asked[0] if asked else body)
    try:
        return item_from_json(own | reader.shared()), title
    except ItemShapeError as error:
        raise NotCarriedError(title, "shape") from error


class _Reader:
    def __init__(self, root: etree._Element, body: etree._Element, title: str) -> None:
        self._root, self._body, self._title = root, body, title
        self._declared = root.find("qti-response-declaration")
        self._own = _own(body)

    # What every item has

    def shared(self) -> dict[str, Any]:
        found: dict[str, Any] = {k: v for k, v in self._own.items() if k not in {"answers", "bank"}}
        # What another system wrote there is no item of ours.
        try:
            item_from_json({"kind": "note", "text": ""} | found)
        except ItemShapeError:
            found = {}
        marks = self._marks()
        if marks is not None:
            found["marks"] = marks
        why = self._explanation()
        if why:
            found["explanation"] = why
        choices = {"qti-simple-choice", "qti-simple-associable-choice"}
        for picture in self._body.iter("img"):
            if not any(a.tag in choices for a in picture.iterancestors()) and picture.get("src"):
                found |= {"image": picture.get("src"), "image_alt": picture.get("alt") or ""}
                break
        sound = next(self._body.iter("audio"), None)
        source = sound is not None and (sound.get("src") or next((s.get("src") for s in sound.iter("source")), None))
        return found | ({"sound": source} if source else {})

    def _marks(self) -> float | None:
        for outcome in self._root.iter("qti-outcome-declaration"):
            if outcome.get("identifier") == "SCORE" and outcome.get("normal-maximum"):
                try:
                    return min(100.0, max(0.0, float(outcome.get("normal-maximum", ""))))
                except ValueError:
                    return None
        return None

    def _explanation(self) -> str:
        told = [text_of(e) for e in self._root.iter("qti-modal-feedback")]
        return "\n".join(dict.fromkeys(filter(None, told)))[:4_000]

    def _right(self) -> list[str]:
        """The values of the key: those of the correct response, else those that earn marks."""
        if self._declared is None:
            return []
        given = [(v.text or "").strip() for v in self._declared.iterfind("qti-correct-response/qti-value")]
        return given or [key for key, worth in self._mapped() if worth > 0]

    def _mapped(self) -> list[tuple[str, float]]:
        if self._declared is None:
            return []
        found = []
        for entry in self._declared.iterfind("qti-mapping/qti-map-entry"):
            try:
                found.append((entry.get("map-key") or "", float(entry.get("mapped-value") or "0")))
            except ValueError:
                continue
        return found

    def _prompt(self, asked: etree._Element) -> str:
        """What stands before the interaction in the body, and its own prompt."""
        own = asked.find("qti-prompt")
        around = text_of(self._body, _ASIDE | {asked.tag})
        return "\n".join(filter(None, [around, text_of(own) if own is not None else ""]))

    # Kinds

    def choice(self, asked: etree._Element) -> dict[str, Any]:
        right = set(self._right())
        rows = list(asked.iter("qti-simple-choice"))
        if {r.get("identifier") for r in rows} == {"true", "false"} and len(right) <= 1:
            answer = {"true": True, "false": False}.get(next(iter(right), ""))
            return {"kind": "true_false", "prompt": self._prompt(asked), "answer": answer}
        options = []
        for row in rows:
            option: dict[str, Any] = {"text": text_of(row, _FEEDBACK), "correct": row.get("identifier") in right}
            told = [text_of(f) for f in row if f.tag in _FEEDBACK]
            picture = next(row.iter("img"), None)
            if any(told):
                option["feedback"] = "\n".join(told)
            if picture is not None and picture.get("src"):
                option["image"] = picture.get("src")
                option["text"] = option["text"] or picture.get("alt") or ""
            options.append(option)
        return {"kind": "choice", "prompt": self._prompt(asked), "options": options}

    def text_entry(self, asked: etree._Element) -> dict[str, Any]:
        answers = [a for a in dict.fromkeys([*self._right(), *(k for k, worth in self._mapped() if worth > 0)]) if a]
        if not answers:
            raise NotCarriedError(self._title, "no_gap")
        return {"kind": "gap", "prompt": text_of(self._body, _ASIDE), "answers": answers[:30]}

    def inline_choice(self, asked: etree._Element) -> dict[str, Any]:
        words = {row.get("identifier"): text_of(row) for row in asked.iter("qti-inline-choice")}
        key = next((words[r] for r in self._right() if r in words), None)
        if key is None:
            raise NotCarriedError(self._title, "no_gap")
        bank = [w for w in words.values() if w != key]
        prompt = text_of(self._body, _ASIDE)
        answers, order = self._own.get("answers"), self._own.get("bank")
        # What more counts, and the order of the words, where it was written here and still fits.
        ours = isinstance(answers, list) and answers[:1] == [key] and isinstance(order, list)
        if ours and sorted(map(str, order or [])) == sorted(bank):
            return {"kind": "gap", "prompt": prompt, "answers": answers, "bank": order}
        return {"kind": "gap", "prompt": prompt, "answers": [key], "bank": bank[:20]}

    def extended_text(self, asked: etree._Element) -> dict[str, Any]:
        model, criteria = [], []
        for block in self._body.iter("qti-rubric-block"):
            rows = list(block.iter("li"))
            if block.get("use") == "scoring" and rows:
                criteria += [{"text": text_of(row), "marks": _number(row.get("data-marks"))} for row in rows]
            elif "scorer" in (block.get("view") or ""):
                model.append(text_of(block))
        found: dict[str, Any] = {"kind": "open", "prompt": self._prompt(asked)}
        found["model_answer"] = "\n".join(model) or "\n".join(self._right())
        return found | ({"criteria": criteria[:20]} if criteria else {})

    def match(self, asked: etree._Element) -> dict[str, Any]:
        sets = list(asked.iter("qti-simple-match-set"))
        if len(sets) != 2:
            raise NotCarriedError(self._title, "interaction")
        left, right = (
            {row.get("identifier"): row for row in held.iter("qti-simple-associable-choice")} for held in sets
        )
        joined = [tuple(value.split()[:2]) for value in self._right()]
        pairs = [p for p in joined if len(p) == 2 and p[0] in left and p[1] in right]
        prompt = self._prompt(asked)
        takes_one = all(row.get("match-max") in (None, "1") for row in right.values())
        if takes_one and len({b for _, b in pairs}) == len(pairs):
            rows = [{"left": text_of(left[a]), "right": text_of(right[b])} for a, b in pairs]
            return {"kind": "match", "prompt": prompt, "pairs": rows}
        groups = [
            {"name": text_of(row), "things": [text_of(left[a]) for a in left if (a, name) in pairs]}
            for name, row in right.items()
        ]
        return {"kind": "groups", "prompt": prompt, "groups": groups}

    def order(self, asked: etree._Element) -> dict[str, Any]:
        rows = {row.get("identifier"): text_of(row, _FEEDBACK) for row in asked.iter("qti-simple-choice")}
        steps = [rows[name] for name in self._right() if name in rows]
        return {"kind": "order", "prompt": self._prompt(asked), "steps": steps}

    def note(self, body: etree._Element) -> dict[str, Any]:
        return {"kind": "note", "text": text_of(body, _ASIDE)}


def _own(body: etree._Element) -> dict[str, Any]:
    try:
        found = json.loads(body.get(OWN) or "{}")
    except (ValueError, RecursionError):
        return {}
    return found if isinstance(found, dict) else {}


def _number(text: str | None) -> float:
    try:
        return min(100.0, max(0.0, float(text or "1")))
    except ValueError:
        return 1.0


_KINDS: dict[str, Callable[[_Reader, etree._Element], dict[str, Any]]] = {
    "": _Reader.note,
    "qti-choice-interaction": _Reader.choice,
    "qti-text-entry-interaction": _Reader.text_entry,
    "qti-inline-choice-interaction": _Reader.inline_choice,
    "qti-extended-text-interaction": _Reader.extended_text,
    "qti-match-interaction": _Reader.match,
    "qti-order-interaction": _Reader.order,
}
