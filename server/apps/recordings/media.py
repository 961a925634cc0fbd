"""Media files by ffmpeg and ffprobe: what a file holds, a form that browsers play, a poster, its samples."""

from __future__ import annotations

import json
import subprocess
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

from apps.work.limited import GB, Limits, limited
from escuela_core.errors import EscuelaError
from escuela_core.transcripts.decoding import LARGEST_BYTES

RATE = 16_000
LONGEST_MS = 4 * 60 * 60 * 1000
# What a file claims of its length may be off by so much: encoders round, and sound may end before the picture.
CLAIM_SLACK_S = 5.0
# What teachers bring, by ffmpeg's names; it opens no other container and starts no other decoder, and nothing but the
# file it is given: no playlists, no addresses.
CONTAINERS = frozenset(["mov", "mp4", "m4a", "3gp", "3g2", "mj2", "matroska", "webm", "mp3", "ogg", "wav"])
TEXT_CODECS = frozenset(["mov_text", "subrip", "webvtt", "ass", "ssa", "text", "ttml"])
CODECS = (
    "h264,hevc,vp8,vp9,av1,libdav1d,libaom-av1,mpeg4,h263,mjpeg,prores,theora,png,"
    "aac,mp3,mp3float,opus,libopus,vorbis,libvorbis,flac,alac,ac3,eac3,amrnb,amrwb,pcm_s16le,pcm_s16be,pcm_s24le,"
    "pcm_s32le,pcm_f32le,pcm_u8,pcm_mulaw,pcm_alaw,adpcm_ms,adpcm_ima_wav,wmav2"
)
_GUARD = ("-protocol_whitelist", "file", "-format_whitelist", ",".join(sorted(CONTAINERS)))
_LOOKING = Limits(seconds=120)
_PICTURE = Limits(seconds=60, written=20_000_000)
# A second of recording may take so many seconds of the processor to turn into what a browser plays, and no more bytes.
_SECONDS_A_SECOND, _LEAST_S = 2, 120
_MOST_BYTES = 8 * GB


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
        super().__init__(f"“{name}” is longer than four hours; cut it before you add it.", name=name)


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
    done = _run(command, _LOOKING)
    data = json.loads(done.stdout or b"{}") if done.returncode == 0 else {}
    container = set(str(data.get("format", {}).get("format_name", "")).split(","))
    streams = data.get("streams", [])
    if not container & CONTAINERS or not streams:
        raise NotMediaError(name)
    sounds = [s for s in streams if s.get("codec_type") == "audio"]
    pictures = [
        s for s in streams if s.get("codec_type") == "video" and not s.get("disposition", {}).get("attached_pic")
    ]
    if not sounds:
        raise NoSoundError(name)
    duration_s = _measured_s(path, float(data["format"].get("duration") or 0))
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


def _measured_s(path: Path, claimed_s: float) -> float:
    """How long the sound is, by the times of all its packets: a file may claim a second and hold hours, or claim
    nothing, as what a browser wrote as it went on. The claim stands where it is about right."""
    command = ["ffprobe", "-v", "error", *_GUARD, "-select_streams", "a:0", "-show_entries", "packet=pts_time"]
    command += ["-of", "csv=p=0", str(path)]
    last_s = 0.0
    with _started(command, _LOOKING) as process:
        assert process.stdout is not None
        for line in process.stdout:
            try:
                last_s = max(last_s, float(line.strip(b", \n")))
            except ValueError:
                continue
            if last_s * 1000 > LONGEST_MS:
                process.kill()
                break
    return claimed_s if claimed_s and abs(claimed_s - last_s) < CLAIM_SLACK_S else last_s


def text_stream(path: Path, index: int) -> bytes:
    """The captions inside a media file as WebVTT."""
    command = ["ffmpeg", "-v", "error", *_GUARD, "-i", str(path), "-map", f"0:{index}", "-f", "webvtt"]
    return _run([*command, "-fs", str(LARGEST_BYTES), "pipe:1"], _LOOKING).stdout


def _run(command: list[str], limits: Limits) -> subprocess.CompletedProcess[bytes]:
    try:
        return subprocess.run(
            limited(command, limits),
            capture_output=True,
            check=False,
            timeout=4 * limits.seconds,
            stdin=subprocess.DEVNULL,
        )
    except subprocess.TimeoutExpired:
        return subprocess.CompletedProcess(command, 1, b"", b"")


@contextmanager
def _started(command: list[str], limits: Limits) -> Iterator[subprocess.Popen[bytes]]:
    """A running program whose output is read as it comes; whoever gives up leaves none behind."""
    guarded = limited(command, limits)
    with subprocess.Popen(guarded, stdout=subprocess.PIPE, stdin=subprocess.DEVNULL) as process:
        try:
            yield process
        except BaseException:
            process.kill()
            raise


def _decoding(duration_ms: int) -> Limits:
    """For what decodes the whole of a recording."""
    return Limits(seconds=_LEAST_S + _SECONDS_A_SECOND * duration_ms // 1000, memory=3 * GB, written=_MOST_BYTES)


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
    command = ["ffmpeg", "-v", "error", "-y", *_GUARD, "-codec_whitelist", CODECS, "-t", _until(duration_ms)]
    command += ["-i", str(source), *options, "-movflags", "+faststart", "-progress", "pipe:1", str(half)]
    with _started(command, _decoding(duration_ms)) as process:
        assert process.stdout is not None
        for line in process.stdout:
            key, _, value = line.decode("ascii", "replace").strip().partition("=")
            if key == "out_time_us" and value.isdecimal():
                progress(int(value) / 1000 / duration_ms)
    if process.returncode:
        half.unlink(missing_ok=True)
        raise NotMediaError(source.name)
    half.rename(target)


def poster(source: Path, target: Path, at_ms: int) -> None:
    """One picture of the recording, 320 wide; missing where none can be made."""
    command = ["ffmpeg", "-v", "error", "-y", *_GUARD, "-ss", f"{at_ms / 1000:.3f}", "-i", str(source)]
    command += ["-frames:v", "1", "-vf", "scale=320:-2", "-f", "image2", "-c:v", "mjpeg", str(target)]
    _run(command, _PICTURE)


def _until(duration_ms: int) -> str:
    """ffmpeg's -t: what comes after the measured end is not read."""
    return f"{duration_ms / 1000 + CLAIM_SLACK_S:.3f}"


def samples(source: Path, progress: Callable[[float], None], duration_ms: int) -> Iterator[bytes]:
    """The sound as mono 16-bit PCM at 16 kHz, in chunks."""
    command = ["ffmpeg", "-v", "error", *_GUARD, "-codec_whitelist", CODECS, "-t", _until(duration_ms)]
    command += ["-i", str(source), "-map", "0:a:0", "-ac", "1", "-ar", str(RATE), "-f", "s16le", "pipe:1"]
    read = 0
    with _started(command, _decoding(duration_ms)) as process:
        assert process.stdout is not None
        while chunk := process.stdout.read(1 << 18):
            read += len(chunk)
            progress(read / 2 / RATE * 1000 / duration_ms)
            yield chunk


def spoken_note(source: Path, target: Path, name: str, *, longest_ms: int) -> Probe:
    """Whatever a browser recorded as AAC, which every browser plays. Raises as ``probe``, and NotMediaError."""
    found = probe(source, name)
    if found.duration_ms > longest_ms:
        return found
    command = ["ffmpeg", "-v", "error", "-y", *_GUARD, "-codec_whitelist", CODECS, "-t", _until(found.duration_ms)]
    command += ["-i", str(source), "-vn", "-ac", "1", "-c:a", "aac", "-b:a", "64k", "-movflags", "+faststart"]
    if _run([*command, "-f", "mp4", str(target)], _decoding(found.duration_ms)).returncode != 0:
        target.unlink(missing_ok=True)
        raise NotMediaError(name)
    return found
