"""The cartridge itself: a manifest with pages and assessments."""

from __future__ import annotations

import posixpath
import zipfile
from collections.abc import Sequence
from dataclasses import dataclass, replace
from pathlib import Path

from lxml import etree

from escuela_core.exchange.cartridge.reading import items_of
from escuela_core.exchange.cartridge.writing import assessment
from escuela_core.exchange.qti.markup import XmlError, parsed
from escuela_core.exchange.qti.package import MANIFEST, Left, NoItemsError, Reading
from escuela_core.exchange.qti.reading import NotCarriedError
from escuela_core.formats.packages import Package, PackageError
from escuela_core.formats.xml import legal
from escuela_core.items.model import Item

CP = "http://www.imsglobal.org/xsd/imsccv1p3/imscp_v1p1"
LOM = "http://ltsc.ieee.org/xsd/imsccv1p3/LOM/manifest"
ASSESSMENT = "imsqti_xmlv1p2/imscc_xmlv1p3/assessment"
_EPOCH = (1980, 1, 1, 0, 0, 0)


@dataclass(frozen=True, slots=True)
class Page:
    """A file that goes along as it is: a handout, a script."""

    name: str
    title: str
    data: bytes


def write_cartridge(target: Path, title: str, language: str, items: Sequence[Item], pages: Sequence[Page]) -> None:
    """Write the items that are carried, and ``pages`` before them."""
    with zipfile.ZipFile(target, "w") as packed:

        def put(name: str, data: bytes) -> None:
            entry = zipfile.ZipInfo(name, _EPOCH)
            entry.compress_type = zipfile.ZIP_DEFLATED
            packed.writestr(entry, data)

        put(MANIFEST, _manifest(title, language, pages))
        put("assessment/assessment.xml", assessment(title, items))
        for page in pages:
            put(f"pages/{page.name}", page.data)


def _manifest(title: str, language: str, pages: Sequence[Page]) -> bytes:
    root = etree.Element(f"{{{CP}}}manifest", nsmap={None: CP, "lomimscc": LOM}, identifier="manifest")

    def add(parent: etree._Element, name: str, text: str = "", space: str = CP, **attributes: str) -> etree._Element:
        made = etree.SubElement(parent, f"{{{space}}}{name}", **attributes)
        made.text = legal(text) or None
        return made

    about = add(root, "metadata")
    add(about, "schema", "IMS Common Cartridge")
    add(about, "schemaversion", "1.3.0")
    named = add(add(add(about, "lom", space=LOM), "general", space=LOM), "title", space=LOM)
    add(named, "string", title, LOM, language=language or "en")
    tree = add(add(root, "organizations"), "organization", identifier="org", structure="rooted-hierarchy")
    top = add(tree, "item", identifier="root")
    resources = add(root, "resources")
    for number, page in enumerate(pages, 1):
        held = f"page{number}"
        add(add(top, "item", identifier=f"i{held}", identifierref=held), "title", page.title)
        resource = add(resources, "resource", identifier=held, type="webcontent", href=f"pages/{page.name}")
        add(resource, "file", href=f"pages/{page.name}")
    add(add(top, "item", identifier="iassessment", identifierref="assessment"), "title", title)
    resource = add(resources, "resource", identifier="assessment", type=ASSESSMENT)
    add(resource, "file", href="assessment/assessment.xml")
    made: bytes = etree.tostring(root, xml_declaration=True, encoding="UTF-8")
    return made


def read_cartridge(package: Package, manifest: etree._Element, folder: str) -> Reading:
    """The items of every assessment and bank of an open cartridge. Raises NoItemsError."""
    items: list[Item] = []
    left: list[Left] = []
    for resource in manifest.iter("qti-resource"):
        if "imsqti_xmlv1p2" not in (resource.get("type") or ""):
            continue
        for file in resource.iter("qti-file"):
            place = posixpath.normpath(posixpath.join(folder, file.get("href") or ""))
            try:
                found = items_of(parsed(package.read(place)))
            except (XmlError, PackageError) as error:
                left.append(Left(posixpath.basename(place), error.code))
                continue
            for item in found:
                if isinstance(item, NotCarriedError):
                    left.append(Left(str(item.params["title"]), str(item.params["why"])))
                else:
                    items.append(item)
    if not items and not left:
        raise NoItemsError
    return Reading(tuple(replace(i, id=f"q{n}") for n, i in enumerate(items, 1)), tuple(left))
