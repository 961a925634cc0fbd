"""Packages made to do harm, each refused with its sentence."""

from __future__ import annotations

import io
import stat
import warnings
import zipfile

import pytest

from escuela_core.formats.packages import MB, Bounds, PackageError, opened

BOUNDS = Bounds(entries=50, unpacked=10 * MB, read=1 * MB)


def zipped(*entries: tuple[str | zipfile.ZipInfo, bytes], how: int = zipfile.ZIP_DEFLATED) -> bytes:
    made = io.BytesIO()
    with warnings.catch_warnings(), zipfile.ZipFile(made, "w", how) as packed:
        warnings.simplefilter("ignore")  # that a name stands twice is what is wanted
        for name, data in entries:
            packed.writestr(name, data)
    return made.getvalue()


def refused(data: bytes) -> str:
    with pytest.raises(PackageError) as error, opened(data, BOUNDS) as package:
        for name in package.names:
            package.read(name)
    assert error.value.message.endswith(".")
    return str(error.value.params["what"])


def link() -> zipfile.ZipInfo:
    entry = zipfile.ZipInfo("a")
    entry.external_attr = (stat.S_IFLNK | 0o777) << 16
    return entry


HARMFUL = [
    (b"not a zip", "not_a_zip"),
    (zipped(("a", b"x"))[:-10], "not_a_zip"),
    (zipped(*((f"f{n}", b"") for n in range(60))), "too_many"),
    (zipped(("a", b"\0" * 11 * MB)), "too_large"),
    (zipped(("a", b"\0" * 2 * MB), ("b", b"x")), "too_large"),
    (zipped(("a", bytes(range(256)) * 8_000), how=zipfile.ZIP_STORED), "too_large"),
    (zipped(("../a", b"x")), "outside"),
    (zipped(("/etc/passwd", b"x")), "outside"),
    (zipped(("b/../../a", b"x")), "outside"),
    (zipped(("..\\a", b"x")), "outside"),
    (zipped(("C:a", b"x")), "outside"),
    (zipped((link(), b"/etc/passwd")), "link"),
    (zipped(("a", b"x"), ("a", b"y")), "doubled"),
    (zipped(("Lesson.json", b"x"), ("lesson.JSON", b"y")), "doubled"),
    (zipped(("caf\u00e9", b"x"), ("cafe\u0301", b"y")), "doubled"),
]


# Numbered: the bytes hold the time of day.
@pytest.mark.parametrize(("data", "what"), HARMFUL, ids=range(len(HARMFUL)))
def test_a_package_made_to_do_harm_is_refused(data: bytes, what: str) -> None:
    assert refused(data) == what


def test_damage_inside_is_found_where_it_is_read() -> None:
    data = bytearray(zipped(("a", b"some words that are packed"), how=zipfile.ZIP_STORED))
    data[data.index(b"words")] ^= 255
    assert refused(bytes(data)) == "damaged"


def test_a_hundred_thousand_entries_are_refused_at_once() -> None:
    assert refused(zipped(*((str(n), b"") for n in range(2_000)))) == "too_many"


def test_what_is_whole_is_read() -> None:
    with opened(zipped(("a/b.txt", b"hello"), ("a/", b"")), BOUNDS) as package:
        assert package.names == ["a/b.txt"]
        assert "a/b.txt" in package
        assert package.read("a/b.txt") == b"hello"
        with pytest.raises(PackageError):
            package.read("c")
