import io
import zipfile

import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.errors import EscuelaError
from escuela_core.transcripts import listing, read_captions
from escuela_core.transcripts.cues import clean
from escuela_core.transcripts.decoding import (
    CaptionsEmptyError,
    CaptionsNotTextError,
    CaptionsTooLargeError,
    decode,
)

TEXT = "WEBVTT\n\n00:01.000 --> 00:02.000\n¿Qué señal da el farero?\n"


@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "utf-16", "utf-16-le", "utf-16-be", "latin-1"])
def test_the_usual_encodings_read_the_same(encoding: str) -> None:
    assert decode(TEXT.encode(encoding)) == (TEXT, [])


def test_line_ends_become_one_kind() -> None:
    assert decode(b"a\r\nb\rc") == ("a\nb\nc", [])


def test_an_empty_file_says_so() -> None:
    with pytest.raises(CaptionsEmptyError):
        decode(b"")


def test_a_file_of_fifty_megabytes_is_refused_before_it_is_read() -> None:
    with pytest.raises(CaptionsTooLargeError, match="50 MB"):
        decode(b"x" * 50_000_000)


@pytest.mark.parametrize("data", [b"\x7fELF\x02\x01\x01" + bytes(range(32)) * 20, b"\xff\xfe\x00\xd8"])
def test_binary_is_not_taken_for_text(data: bytes) -> None:
    with pytest.raises(CaptionsNotTextError):
        decode(data)


@given(st.binary(max_size=600))
def test_any_bytes_read_or_are_refused_in_a_sentence(data: bytes) -> None:
    try:
        read_captions(data, language="es", duration_ms=60_000)
    except EscuelaError as error:
        assert error.message.endswith((".", "?"))


timing = st.integers(0, 400_000)
stamps = st.builds(
    lambda a, b: (
        f"{a // 60000:02d}:{a // 1000 % 60:02d}.{a % 1000:03d} --> {b // 60000:02d}:{b // 1000 % 60:02d}.{b % 1000:03d}"
    ),
    timing,
    timing,
)
cue = st.builds(lambda t, words: f"{t}\n{words}\n", stamps, st.text(alphabet="abc .?<>&;/v0123456789:\n", max_size=60))


@given(st.lists(cue, min_size=1, max_size=12))
def test_any_cues_give_words_in_order_or_a_sentence(cues: list[str]) -> None:
    try:
        transcript = read_captions(("WEBVTT\n\n" + "\n".join(cues)).encode(), language="es", duration_ms=300_000)
    except EscuelaError as error:
        assert error.message
        return
    for sentence in transcript.sentences:
        assert all(w.start_ms < w.end_ms for w in sentence.words)
        assert all(a.end_ms <= b.start_ms for a, b in zip(sentence.words, sentence.words[1:], strict=False))


def test_an_archive_that_calls_itself_captions_is_refused_unopened() -> None:
    bomb = io.BytesIO()
    with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("captions.vtt", b"\x00" * 2_000_000)
    with pytest.raises(CaptionsNotTextError):
        decode(bomb.getvalue())


def test_a_hundred_thousand_cues_are_each_taken_once() -> None:
    rows = [f"[{n // 3600}:{n // 60 % 60:02d}:{n % 60:02d}] word{n}" for n in range(100_000)]
    found, warnings = clean(listing.read("\n".join(rows)), None)
    assert len(found) == 100_000
    assert found[-1].lines == ("word99999",)
    assert not warnings
