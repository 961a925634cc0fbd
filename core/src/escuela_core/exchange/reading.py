"""Items from a file of another system: a QTI package or item, or a cartridge; which one it is, it says itself."""

from __future__ import annotations

import posixpath
import zipfile
from io import BytesIO

from escuela_core.exchange.cartridge.package import read_cartridge
from escuela_core.exchange.qti.markup import parsed
from escuela_core.exchange.qti.package import BOUNDS, MANIFEST, Left, Reading, read_package
from escuela_core.exchange.qti.reading import NotCarriedError, item_from_xml
from escuela_core.formats.packages import opened


def read_items(data: bytes) -> Reading:
    """The items of the file. Raises PackageError, XmlError or NoItemsError."""
    if not zipfile.is_zipfile(BytesIO(data)):
        try:
            item, title = item_from_xml(data)
        except NotCarriedError as error:
            return Reading((), (Left(str(error.params["title"]), str(error.params["why"])),))
        return Reading((item,), (), title)
    with opened(data, BOUNDS) as package:
        place = next((n for n in package.names if posixpath.basename(n) == MANIFEST), None)
        if place is not None:
            manifest = parsed(package.read(place))
            if any("imsqti_xmlv1p2" in (r.get("type") or "") for r in manifest.iter("qti-resource")):
                return read_cartridge(package, manifest, posixpath.dirname(place))
    return read_package(data)
