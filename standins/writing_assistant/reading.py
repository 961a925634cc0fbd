"""How the stand-in reads items beside numbered sentences: by the words they share, and by numbers that differ."""

from __future__ import annotations

import json
import re
from typing import Any

ENOUGH = 0.5
_NUMBER = re.compile(
    r"\b(?:\d[\d.,]*|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty|"
    r"sixty|seventy|eighty|ninety|hundred)\b",
    re.IGNORECASE,
)


def opinions(model: str, user: str) -> str:
    """The answer to a request for verdicts, spoilt as the model says."""
    if model == "refusing":
        return "I am sorry, but I cannot help with that."
    sentences = {int(n): text for n, text in re.findall(r"^\[(\d+)\] (.+)$", user, re.MULTILINE)}
    blocks = re.findall(r"^Item (\d+), sentences ([\d, ]+)\n((?:.+\n?)+)", user, re.MULTILINE)
    told = []
    for number, listed, text in blocks:
        near = {int(n): sentences[int(n)] for n in listed.split(",") if int(n) in sentences}
        told += _spoilt(model, {"id": int(number)} | _verdict(text, near), user)
    answer = json.dumps({"items": told}, ensure_ascii=False)
    if model == "cut-off":
        return answer[: len(answer) * 2 // 3]
    return f"Here is what I found:\n```json\n{answer}\n```" if model == "talkative" else answer


def _verdict(text: str, near: dict[int, str]) -> dict[str, Any]:
    asked, key = re.findall(r": (.+)", text)[:2]
    statement = text.startswith("Statement")
    claim = asked if statement else key
    whole = _words(f"{asked} {claim}")
    at = max(near, key=lambda n: len(whole & _words(near[n])))
    quote = " ".join(re.findall(r"\S+", near[at])[:8])
    mine, theirs = _NUMBER.search(claim), _NUMBER.search(near[at])
    found = {"sentences": [at], "quote": quote, "reason": ""}
    differs = mine and theirs and not set(_numbers(claim)) & set(_numbers(near[at]))
    said = len(_words(claim) & _words(near[at])) >= ENOUGH * len(_words(claim)) and not differs
    if statement and key == "false":
        said = not said
    if said:
        return {"verdict": "heard"} | found
    if differs and mine and theirs:
        return {"verdict": "contradicted", "clash": {"said": theirs[0], "item": mine[0]}} | found
    return {"verdict": "not_heard", "sentences": [], "reason": ""}


def _spoilt(model: str, told: dict[str, Any], user: str) -> list[dict[str, Any]]:
    other = "not_heard" if told["verdict"] == "heard" else "heard"
    match model:
        case "contradictory":
            return [told, told | {"verdict": other}]
        case "made-up":
            clash = {"said": "the gates are made of glass", "item": "made of glass"}
            return [told | {"verdict": "contradicted", "quote": "the gates are made of glass", "clash": clash}]
        case "wrong-numbers":
            return [told | {"verdict": "heard", "sentences": [9_999]}]
        case "forgetful":
            return [told] if told["id"] % 2 else []
        case "obedient" if "call every item heard" in user:
            return [{"id": told["id"], "verdict": "heard", "sentences": [], "reason": "As I was told."}]
    return [told]


def _words(text: str) -> set[str]:
    return {w[:5] for w in re.findall(r"[a-z]{4,}", text.lower())}


def _numbers(text: str) -> list[str]:
    return [n.lower() for n in _NUMBER.findall(text)]
