"""Words put right: what is corrected keeps its time."""

from __future__ import annotations

from collections.abc import Sequence

from escuela_core.transcripts.model import Word


def corrected(words: Sequence[Word], texts: Sequence[str]) -> list[Word]:
    """``texts`` with the times of ``words``: equal runs at both ends keep theirs, the middle is shared out evenly."""
    same_start = 0
    while same_start < min(len(words), len(texts)) and words[same_start].text == texts[same_start]:
        same_start += 1
    same_end = 0
    while same_end < min(len(words), len(texts)) - same_start and words[-1 - same_end].text == texts[-1 - same_end]:
        same_end += 1
    if same_start + same_end == len(words) and len(texts) > len(words):
        # Words that were only added share the time of the one before them (or after, at the start).
        same_start, same_end = (same_start - 1, same_end) if same_start else (same_start, same_end - 1)
    old = words[same_start : len(words) - same_end]
    new = texts[same_start : len(texts) - same_end]
    head, tail = list(words[:same_start]), list(words[len(words) - same_end :])
    if len(old) == len(new):
        return [*head, *(Word(w.start_ms, w.end_ms, t, w.timing) for w, t in zip(old, new, strict=True)), *tail]
    if not new:
        return [*head, *tail]
    start_ms, end_ms = old[0].start_ms, old[-1].end_ms
    step = (end_ms - start_ms) / len(new)
    middle = [
        Word(
            round(start_ms + step * i),
            max(round(start_ms + step * (i + 1)), round(start_ms + step * i) + 1),
            t,
            "estimated",
        )
        for i, t in enumerate(new)
    ]
    return [*head, *middle, *tail]
