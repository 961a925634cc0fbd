"""The core's functions from the shell: JSON on standard output; bad input is one sentence on standard error, exit 2."""

from __future__ import annotations

import argparse
import json
import shutil
import subprocess
import sys
from collections.abc import Callable, Iterator
from dataclasses import asdict, replace
from pathlib import Path
from typing import Any

from escuela_core.checking import check
from escuela_core.errors import EscuelaError
from escuela_core.exchange import shell
from escuela_core.items import Item, item_to_json, items_from_json
from escuela_core.placing import place
from escuela_core.segments import divide
from escuela_core.sound.loudness import loudness
from escuela_core.timeline import Span
from escuela_core.transcripts import Transcript, read_captions
from escuela_core.transcripts.decoding import decode
from escuela_core.writing import KINDS, Wishes, propose
from escuela_core.writing.pasting import located, paste

RATE = 16_000


class FileUnreadableError(EscuelaError):
    code = "file_unreadable"


def main(arguments: list[str] | None = None) -> int:
    given = _parser().parse_args(arguments)
    try:
        result = _COMMANDS[given.command](given)
    except EscuelaError as error:
        sys.stderr.write(f"{error.message}\n")
        return 2
    sys.stdout.write(json.dumps(result, ensure_ascii=False) + "\n")
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="escuela-core", description="Read, divide, write, check and place from the shell."
    )
    commands = parser.add_subparsers(dest="command", required=True)
    shell.add_commands(commands)
    for name in _OF_TALKS:
        command = commands.add_parser(name)
        held = "items as text" if name == "paste" else "captions in any of the formats that are read"
        command.add_argument("file", type=Path, help=held)
        if name in ("check", "place"):
            command.add_argument("items", type=Path, help="an item list file")
            command.add_argument("--sound", type=Path, help="the recording, for its silences")
        if name == "paste":
            command.add_argument("--captions", type=Path, help="the talk's captions: items are put where it says them")
        if name == "write":
            command.add_argument("--count", type=int)
            command.add_argument("--kinds", default=",".join(KINDS))
            command.add_argument("--seed", type=int, default=1)
        command.add_argument("--language", default="en")
        command.add_argument("--from-ms", type=int)
        command.add_argument("--to-ms", type=int)
    return parser


def _read(given: argparse.Namespace) -> dict[str, Any]:
    transcript = _extract(given)
    return {
        "language": transcript.language,
        "duration_ms": transcript.duration_ms,
        "sentences": [
            {"start_ms": s.start_ms, "end_ms": s.end_ms, "text": s.text, "speaker": s.speaker}
            for s in transcript.sentences
        ],
        "words": [asdict(w) for w in transcript.words],
        "warnings": [{"line": w.line, "message": w.message} for w in transcript.warnings],
    }


def _segment(given: argparse.Namespace) -> dict[str, Any]:
    return {
        "segments": [
            asdict(s.span) | {"title": s.title, "summary": s.summary, "key_terms": list(s.key_terms)}
            for s in divide(_extract(given))
        ]
    }


def _write(given: argparse.Namespace) -> dict[str, Any]:
    kinds = tuple(k for k in given.kinds.split(",") if k)
    unknown = [k for k in kinds if k not in KINDS]
    if unknown or not kinds:
        raise FileUnreadableError(f"The writer makes {', '.join(KINDS)}, not {', '.join(unknown) or 'nothing'}.")
    if given.count is not None and given.count < 1:
        raise FileUnreadableError("--count must be 1 or more.")
    proposal = propose(_extract(given), Wishes(count=given.count, kinds=tuple(kinds), seed=given.seed))
    if len(proposal.items) < proposal.wanted:
        looked = proposal.looked
        sys.stderr.write(
            f"{len(proposal.items)} items instead of {proposal.wanted}: of {looked.sentences} sentences "
            f"{looked.carrying} can carry an item of these kinds, and the check refused {looked.refused} items.\n"
        )
    return {"items": [item_to_json(replace(item, id=f"q{n}")) for n, item in enumerate(proposal.items, 1)]}


def _check(given: argparse.Namespace) -> dict[str, Any]:
    span = _span(given)
    reports = check(_items(given), _whole(given), extract=[span] if span else (), silences=_silences(given))
    return {
        "items": [
            {
                "id": r.id,
                "verdict": r.verdict,
                "support": r.support,
                "reason": r.reason.message,
                "pause_ms": r.pause_ms,
                "evidence": [asdict(e.span) | {"text": e.text, "score": e.score} for e in r.evidence],
                "findings": [
                    {"code": f.code, "severity": f.severity, "message": f.message, "option": f.option, "other": f.other}
                    for f in r.findings
                ],
            }
            for r in reports
        ]
    }


def _place(given: argparse.Namespace) -> dict[str, Any]:
    transcript, silences, items = _extract(given), _silences(given), _items(given)
    placed = []
    for item, report in zip(items, check(items, transcript), strict=True):
        resting = item.evidence or report.resting
        pause = place(resting, transcript, silences, purpose=item.purpose) if resting else None
        placed.append(item_to_json(replace(item, evidence=tuple(resting), pause_ms=pause.at_ms if pause else None)))
    return {"items": placed}


def _paste(given: argparse.Namespace) -> dict[str, Any]:
    """Items of a text; what was not read is told line by line on standard error."""
    pasted = paste(decode(_bytes(given.file))[0])
    for line in pasted.unread:
        sys.stderr.write(f"Line {line.number} was not read: {line.text.strip()}\n")
    for remark in pasted.remarks:
        sys.stderr.write(f"Line {remark.line}: {remark.message}\n")
    items = [replace(item, id=f"q{n}") for n, item in enumerate(pasted.items, 1)]
    if given.captions is not None:
        talk = read_captions(_bytes(given.captions), language=given.language)
        span = _span(given)
        items = [found.item for found in located(items, talk.inside(span) if span else talk)]
    return {"items": [item_to_json(item) for item in items]}


_OF_TALKS: dict[str, Callable[[argparse.Namespace], dict[str, Any]]] = {
    "read": _read,
    "segment": _segment,
    "write": _write,
    "check": _check,
    "place": _place,
    "paste": _paste,
}
_COMMANDS = _OF_TALKS | {"lesson": shell.told, "archive": shell.packed}


def _bytes(path: Path) -> bytes:
    try:
        return path.read_bytes()
    except OSError as error:
        raise FileUnreadableError(f"{path} cannot be read: {error.strerror}.") from error


def _whole(given: argparse.Namespace) -> Transcript:
    return read_captions(_bytes(given.file), language=given.language)


def _span(given: argparse.Namespace) -> Span | None:
    if given.from_ms is None and given.to_ms is None:
        return None
    return Span(given.from_ms or 0, given.to_ms if given.to_ms is not None else 10**9)


def _extract(given: argparse.Namespace) -> Transcript:
    span = _span(given)
    return _whole(given).inside(span) if span else _whole(given)


def _items(given: argparse.Namespace) -> list[Item]:
    try:
        data = json.loads(_bytes(given.items))
    except ValueError as error:
        raise FileUnreadableError(f"{given.items} is not JSON: {error}.") from error
    items = items_from_json(data)
    return [item if item.id else replace(item, id=f"q{n}") for n, item in enumerate(items, 1)]


def _silences(given: argparse.Namespace) -> list[Span]:
    if given.sound is None:
        return []
    _bytes(given.sound)
    return loudness(_samples(given.sound), RATE).silences()


def _samples(path: Path) -> Iterator[bytes]:
    """Mono PCM of a media file by ffmpeg, in chunks. Raises FileUnreadableError."""
    program = shutil.which("ffmpeg")
    if program is None:
        raise FileUnreadableError("ffmpeg is not installed, so the sound cannot be read.")
    command = [program, "-v", "error", "-i", str(path), "-vn", "-ac", "1", "-ar", str(RATE), "-f", "s16le", "-"]
    with subprocess.Popen(
        command, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, stdin=subprocess.DEVNULL
    ) as process:
        assert process.stdout is not None
        while chunk := process.stdout.read(1 << 16):
            yield chunk
    if process.returncode:
        raise FileUnreadableError(f"{path} has no sound that can be read.")


if __name__ == "__main__":
    sys.exit(main())
