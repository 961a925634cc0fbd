"""Items as 1EdTech QTI: written as 3.0, read as 3.0, 2.2 and 2.1, one by one or in a package with their test."""

from escuela_core.exchange.qti.package import Reading, read_package, write_package
from escuela_core.exchange.qti.reading import NotCarriedError, item_from_xml
from escuela_core.exchange.qti.writing import item_to_xml, lost

__all__ = ["NotCarriedError", "Reading", "item_from_xml", "item_to_xml", "lost", "read_package", "write_package"]
