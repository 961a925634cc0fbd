"""Other programs, and our own readers of files from outside, within limits: a process each that can be killed.

Whatever a file does to its reader happens there: it ends after its time, its memory or its output, and nothing here
waits for it longer or stands still meanwhile.
"""

from __future__ import annotations

import json
import subprocess
import sys
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from django.conf import settings

from apps.work.readers import told_by
from config.errors import SentenceError

GB = 1_000_000_000


@dataclass(frozen=True, slots=True)
class Limits:
    """Seconds of the processor's and of the wall's time, bytes of memory and of any file written."""

    seconds: int
    memory: int = 2 * GB
    written: int = 4 * GB


def limited(command: Sequence[str], limits: Limits) -> list[str]:
    """``command`` as it is run within ``limits``, after everything else on this machine. It dumps no memory."""
    bounds = [f"--cpu={limits.seconds}", f"--as={limits.memory}", f"--fsize={limits.written}", "--core=0"]
    return ["nice", "-n", "10", "prlimit", *bounds, *command]


class ReaderStoppedError(SentenceError):
    def __init__(self) -> None:
        super().__init__(
            "reader_stopped", "This file takes more time or memory to read than such a file should, so it was not read."
        )


READING = Limits(seconds=60, memory=GB, written=50_000_000)


def read_apart(reader: str, data: bytes, limits: Limits = READING, **options: Any) -> Any:
    """What one of ``apps.work.readers`` makes of ``data`` (JSON), in a process of its own.

    Raises the reader's own sentence, or ReaderStoppedError where it broke its limits. Tests of other things read here
    (READ_APART), since a process takes half a second to start.
    """
    if not settings.READ_APART:
        return _sentence_or_read(told_by(reader, data, options))
    command = limited([sys.executable, "-m", "apps.work.readers", reader, json.dumps(options)], limits)
    folder = Path(__file__).resolve().parents[2]
    try:
        done = subprocess.run(
            command, input=data, capture_output=True, check=False, timeout=2 * limits.seconds, cwd=folder
        )
    except subprocess.TimeoutExpired as error:
        raise ReaderStoppedError from error
    if done.returncode != 0:
        raise ReaderStoppedError
    return _sentence_or_read(json.loads(done.stdout))


def _sentence_or_read(told: dict[str, Any]) -> Any:
    if "error" in told:
        raise SentenceError(told["error"], told["message"], **told["params"])
    return told["read"]
