"""Media files by ffmpeg and ffprobe: what a file holds, a form that browsers play, a poster, its samples."""

from __future__ import annotations

import json
import subprocess
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from escuela_core.errors import EscuelaError

RATE = 16_000
LONGEST_MS = 4 * 60 * 60 * 1000
# Containers that teachers bring, by ffprobe's names; anything else is refused before a decoder sees more of it.
CONTAINERS = frozenset(["mov", "mp4", "m4a", "3gp", "3g2", "mj2", "matroska", "webm", "mp3", "ogg", "wav"])
TEXT_CODECS = frozenset(["mov_text", "subrip", "webvtt", "ass", "ssa", "text", "ttml"])
# ffmpeg may open nothing but the file it is given: no playlists, no addresses.
_GUARD = ("-protocol_whitelist", "file")


class NotMediaError(EscuelaError):
    code = "not_media"

    def __init__(self, name: str) -> None:
        super().__init__(
            f"“{name}” is not a video or sound file that can be read (MP4, WebM, MP3, M4A, OGG or WAV).", name=name
        )


class NoSoundError(EscuelaError):
    code = "no_sound"

    def __init__(self, name: str) -> None:
        super().__init__(f"“{name}” has no sound, so nothing is said in it that could be asked about.", name=name)


class TooLongError(EscuelaError):
    code = "too_long"

    def __init__(self, name: str) -> None:
        super().__init__(f"“{name}” is longer than four hours; cut it before bringing it in.", name=name)


@dataclass(frozen=True, slots=True)
class TextStream:
    """Captions inside a media file: the number of the stream, and the language it says (ISO 639-2, or empty)."""

    index: int
    language: str


@dataclass(frozen=True, slots=True)
class Probe:
    """What a media file holds; ``media_type`` is what it may be served as when a browser can play it, else empty."""

    duration_ms: int
    has_picture: bool
    media_type: str
    texts: tuple[TextStream, ...] = ()


def probe(path: Path, name: str) -> Probe:
    """Look into the file called ``name`` by its teacher. Raises NotMediaError, NoSoundError or TooLongError."""
    command = ["ffprobe", "-v", "error", *_GUARD, "-print_format", "json", "-show_format", "-show_streams", str(path)]
    done = subprocess.run(command, capture_output=True, check=False, timeout=120, stdin=subprocess.DEVNULL)
    data = json.loads(done.stdout or b"{}") if done.returncode == 0 else {}
    container = set(str(data.get("format", {}).get("format_name", "")).split(","))
    streams = data.get("streams", [])
    if not container & CONTAINERS or not streams:
        raise NotMediaError(name)
    sounds = [s for s in streams if s.get("codec_type") == "audio"]
    pictures = [
        s for s in streams if s.get("codec_type") == "video" and not s.get("disposition", {}).get("attached_pic")
    ]
    duration_s = float(data["format"].get("duration") or 0)
    if not sounds:
        raise NoSoundError(name)
    # What a browser or a screen recorder wrote as it went on says nowhere how long it became.
    duration_s = duration_s or _last_sound_s(path)
    if duration_s <= 0.2:
        raise NotMediaError(name)
    if duration_s * 1000 > LONGEST_MS:
        raise TooLongError(name)
    codecs = {s.get("codec_name", "") for s in [*sounds[:1], *pictures[:1]]}
    texts = tuple(
        TextStream(int(s["index"]), str(s.get("tags", {}).get("language", "")))
        for s in streams
        if s.get("codec_name") in TEXT_CODECS
    )
    return Probe(round(duration_s * 1000), bool(pictures), _playable_type(container, codecs, bool(pictures)), texts)


def _last_sound_s(path: Path) -> float:
    """Where the last packet of sound begins, by reading the whole file."""
    command = ["ffprobe", "-v", "error", *_GUARD, "-select_streams", "a:0", "-show_entries", "packet=pts_time"]
    command += ["-of", "csv=p=0", str(path)]
    done = subprocess.run(command, capture_output=True, check=False, timeout=600, stdin=subprocess.DEVNULL, text=True)
    times = [line.strip(", ") for line in done.stdout.splitlines()]
    return max((float(t) for t in times if t and t != "N/A"), default=0.0)


def text_stream(path: Path, index: int) -> bytes:
    """The captions inside a media file as WebVTT."""
    command = ["ffmpeg", "-v", "error", *_GUARD, "-i", str(path), "-map", f"0:{index}", "-f", "webvtt", "pipe:1"]
    return subprocess.run(command, capture_output=True, check=False, timeout=300, stdin=subprocess.DEVNULL).stdout


def _playable_type(container: set[str], codecs: set[str], has_picture: bool) -> str:
    sort = "video" if has_picture else "audio"
    if "mp4" in container and codecs <= {"h264", "aac", "mp3"}:
        return f"{sort}/mp4"
    if "webm" in container and codecs <= {"vp8", "vp9", "av1", "opus", "vorbis"}:
        return f"{sort}/webm"
    if not has_picture and "mp3" in container:
        return "audio/mpeg"
    if not has_picture and "ogg" in container and codecs <= {"opus", "vorbis", "flac"}:
        return "audio/ogg"
    if not has_picture and "wav" in container and codecs <= {"pcm_s16le", "pcm_u8"}:
        return "audio/wav"
    return ""


def convert(
    source: Path, target: Path, *, has_picture: bool, duration_ms: int, progress: Callable[[float], None]
) -> None:
    """Make an MP4 (or M4A) of ``source``; a half-made file never carries the target's name."""
    half = target.with_suffix(".part.mp4")
    picture = [
        "-map",
        "0:v:0",
        "-c:v",
        "libx264",
        "-preset",
        "veryfast",
        "-crf",
        "24",
        "-pix_fmt",
        "yuv420p",
        "-g",
        "50",
    ]
    picture += ["-vf", "scale='min(1280,iw)':-2"]
    options = [*(picture if has_picture else ["-vn"]), "-map", "0:a:0", "-c:a", "aac", "-b:a", "96k", "-ac", "2"]
    command = ["ffmpeg", "-v", "error", "-y", *_GUARD, "-i", str(source), *options, "-movflags", "+faststart"]
    command += ["-progress", "pipe:1", str(half)]
    with subprocess.Popen(command, stdout=subprocess.PIPE, stdin=subprocess.DEVNULL, text=True) as process:
        assert process.stdout is not None
        with _killed_on_error(process):
            for line in process.stdout:
                key, _, value = line.strip().partition("=")
                if key == "out_time_us" and value.isdigit():
                    progress(int(value) / 1000 / duration_ms)
    if process.returncode:
        half.unlink(missing_ok=True)
        raise NotMediaError(source.name)
    half.rename(target)


def poster(source: Path, target: Path, at_ms: int) -> None:
    """One picture of the recording, 320 wide; missing where none can be made."""
    command = ["ffmpeg", "-v", "error", "-y", *_GUARD, "-ss", f"{at_ms / 1000:.3f}", "-i", str(source)]
    command += ["-frames:v", "1", "-vf", "scale=320:-2", "-f", "image2", "-c:v", "mjpeg", str(target)]
    subprocess.run(command, check=False, timeout=120, stdin=subprocess.DEVNULL, stderr=subprocess.DEVNULL)


def samples(source: Path, progress: Callable[[float], None], duration_ms: int) -> Iterator[bytes]:
    """The sound as mono 16-bit PCM at 16 kHz, in chunks."""
    command = ["ffmpeg", "-v", "error", *_GUARD, "-i", str(source), "-map", "0:a:0", "-ac", "1", "-ar", str(RATE)]
    command += ["-f", "s16le", "pipe:1"]
    read = 0
    with subprocess.Popen(command, stdout=subprocess.PIPE, stdin=subprocess.DEVNULL) as process:
        assert process.stdout is not None
        with _killed_on_error(process):
            while chunk := process.stdout.read(1 << 18):
                read += len(chunk)
                progress(read / 2 / RATE * 1000 / duration_ms)
                yield chunk


@contextmanager
def _killed_on_error(process: subprocess.Popen[Any]) -> Iterator[None]:
    """Leaves no ffmpeg behind where the one who reads it gives up."""
    try:
        yield
    except BaseException:
        process.kill()
        raise
