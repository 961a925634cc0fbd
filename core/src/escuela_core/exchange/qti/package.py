"""Items in a package (1EdTech content packaging): each in a file of its own, the order and times of a test, the files
they name, and a manifest."""

from __future__ import annotations

import posixpath
import zipfile
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from lxml import etree

from escuela_core.errors import EscuelaError
from escuela_core.exchange.qti.markup import QTI, XmlError, parsed, qti
from escuela_core.exchange.qti.reading import NotCarriedError, item_from_xml
from escuela_core.exchange.qti.writing import item_to_xml
from escuela_core.formats.packages import MB, Bounds, Package, PackageError, opened
from escuela_core.formats.xml import legal
from escuela_core.items.model import Item
from escuela_core.items.reading import item_from_json, item_to_json
from escuela_core.items.texts import files, with_files

MANIFEST = "imsmanifest.xml"
CP = "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1"
ITEM_TYPE, TEST_TYPE = "imsqti_item_xmlv3p0", "imsqti_test_xmlv3p0"
BOUNDS = Bounds(entries=5_000, unpacked=500 * MB)
MOST_ITEMS = 1_000
_EPOCH = (1980, 1, 1, 0, 0, 0)
ENDINGS = {"image/webp": "webp", "image/png": "png", "audio/mp4": "m4a"}


class NoItemsError(EscuelaError):
    code = "no_items_in_package"

    def __init__(self) -> None:
        super().__init__("This package holds no items that can be read.")


@dataclass(frozen=True, slots=True)
class Named:
    """A file that items name: where it lies on this machine, and its type."""

    path: Path
    media_type: str


@dataclass(frozen=True, slots=True)
class Left:
    """An item that was not read: its title and why."""

    title: str
    why: str


@dataclass(frozen=True, slots=True)
class Reading:
    """What a package held. Items name files by their paths in the package."""

    items: tuple[Item, ...]
    left: tuple[Left, ...]
    title: str = ""


def write_package(target: Path, title: str, language: str, items: Sequence[Item], named: Mapping[str, Named]) -> None:
    """Write ``items`` in their order as a test; ``named`` are the files they name."""
    places = {n: f"files/{n}.{ENDINGS.get(f.media_type, 'bin')}" for n, f in named.items()}
    with zipfile.ZipFile(target, "w", zipfile.ZIP_DEFLATED) as packed:
        names = [f"item{n:04d}" for n in range(1, len(items) + 1)]
        _put(packed, MANIFEST, _manifest(items, names, places))
        _put(packed, "test.xml", _test(title, items, names))
        for name, item in zip(names, items, strict=True):
            above = {n: f"../{place}" for n, place in places.items()}
            _put(packed, f"items/{name}.xml", item_to_xml(item, name, language, above))
        for name, place in places.items():
            _put(packed, place, named[name].path.read_bytes())


def _put(packed: zipfile.ZipFile, name: str, data: bytes) -> None:
    entry = zipfile.ZipInfo(name, _EPOCH)
    entry.compress_type = zipfile.ZIP_DEFLATED
    packed.writestr(entry, data)


def _xml(root: etree._Element) -> bytes:
    made: bytes = etree.tostring(root, xml_declaration=True, encoding="UTF-8")
    return made


def _manifest(items: Sequence[Item], names: Sequence[str], places: Mapping[str, str]) -> bytes:
    root = etree.Element(f"{{{CP}}}manifest", nsmap={None: CP}, identifier="manifest")

    def add(parent: etree._Element, name: str, text: str = "", **attributes: str) -> etree._Element:
        made = etree.SubElement(parent, f"{{{CP}}}{name}", **attributes)
        made.text = text or None
        return made

    about = add(root, "metadata")
    add(about, "schema", "QTI Package")
    add(about, "schemaversion", "3.0.0")
    add(root, "organizations")
    resources = add(root, "resources")
    test = add(resources, "resource", identifier="test", type=TEST_TYPE, href="test.xml")
    add(test, "file", href="test.xml")
    for name in names:
        add(test, "dependency", identifierref=name)
    for name, item in zip(names, items, strict=True):
        held = add(resources, "resource", identifier=name, type=ITEM_TYPE, href=f"items/{name}.xml")
        add(held, "file", href=f"items/{name}.xml")
        for file in dict.fromkeys(files(item_to_json(item))):
            if file in places:
                add(held, "file", href=places[file])
    return _xml(root)


def _test(title: str, items: Sequence[Item], names: Sequence[str]) -> bytes:
    root = etree.Element(qti("qti-assessment-test"), nsmap={None: QTI}, identifier="test", title=legal(title)[:200])
    part = etree.SubElement(root, qti("qti-test-part"), identifier="part")
    part.set("navigation-mode", "linear")
    part.set("submission-mode", "individual")
    section = etree.SubElement(part, qti("qti-assessment-section"), identifier="section", title=legal(title)[:200])
    section.set("visible", "true")
    for name, item in zip(names, items, strict=True):
        ref = etree.SubElement(section, qti("qti-assessment-item-ref"), identifier=name, href=f"items/{name}.xml")
        if item.time_limit_s is not None:
            etree.SubElement(ref, qti("qti-time-limits")).set("max-time", str(item.time_limit_s))
    return _xml(root)


# In


def read_package(source: Path | bytes) -> Reading:
    """The items of a package, in the order of its test where it has one. Raises PackageError, XmlError or
    NoItemsError."""
    with opened(source, BOUNDS) as package:
        root = next((n for n in package.names if posixpath.basename(n) == MANIFEST), None)
        if root is None:
            raise PackageError(f"“{MANIFEST}” is missing from the package.", what="missing", name=MANIFEST)
        held = _resources(parsed(package.read(root)), posixpath.dirname(root))
        tests = [path for kind, path in held if "test" in kind]
        wanted = [path for kind, path in held if "item" in kind and "test" not in kind]
        title, order = _order(package, tests)
        return _read(package, sorted(wanted, key=lambda p: order.get(p, len(order))), title)


def _resources(manifest: etree._Element, folder: str) -> list[tuple[str, str]]:
    """The type and place of each resource; the manifest's names were made like QTI's."""
    found = []
    for resource in manifest.iter("qti-resource"):
        place = resource.get("href")
        kind = resource.get("type") or ""
        if place and ("qti" in kind or "assessment" in kind):
            found.append((kind.replace("imsqti", ""), posixpath.normpath(posixpath.join(folder, place))))
    return found


def _order(package: Package, tests: Sequence[str]) -> tuple[str, dict[str, int]]:
    """The title of the first test that can be read, and the place of each item in it."""
    for path in tests:
        if path not in package:
            continue
        try:
            root = parsed(package.read(path))
        except XmlError:
            continue
        folder = posixpath.dirname(path)
        refs = [
            posixpath.normpath(posixpath.join(folder, r.get("href") or ""))
            for r in root.iter("qti-assessment-item-ref")
        ]
        return root.get("title") or "", {ref: n for n, ref in enumerate(refs)}
    return "", {}


def _read(package: Package, paths: Sequence[str], title: str) -> Reading:
    items: list[Item] = []
    left: list[Left] = []
    for path in paths[:MOST_ITEMS]:
        try:
            item, _ = item_from_xml(package.read(path))
        except NotCarriedError as error:
            left.append(Left(str(error.params["title"]), str(error.params["why"])))
        except (XmlError, PackageError) as error:
            left.append(Left(posixpath.basename(path), error.code))
        else:
            items.append(_placed(item, posixpath.dirname(path), package))
    if not items and not left:
        raise NoItemsError
    return Reading(tuple(replace(i, id=f"q{n}") for n, i in enumerate(items, 1)), tuple(left), title)


def _placed(item: Item, folder: str, package: Package) -> Item:
    """The item with its files named by their places in the package, those that are not there named no more."""
    data: dict[str, Any] = item_to_json(item)
    found = {}
    for name in files(data):
        place = posixpath.normpath(posixpath.join(folder, name))
        if place in package:
            found[name] = place
    return item_from_json(with_files(data, found))
