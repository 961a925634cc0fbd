"""1EdTech Common Cartridge 1.3: pages and an assessment in QTI 1.2, out and in."""

from escuela_core.exchange.cartridge.package import Page, read_cartridge, write_cartridge
from escuela_core.exchange.cartridge.writing import carried, lost

__all__ = ["Page", "carried", "lost", "read_cartridge", "write_cartridge"]
