"""Codes that people read to each other."""

from __future__ import annotations

import secrets

import segno

# Letters and digits that are not mistaken for one another when read off a projector.
CODE_LETTERS = "abcdefghjkmnpqrstuvwxyz23456789"
CODE_LENGTH, PIN_LENGTH = 7, 6


def new_code() -> str:
    """The code of a link."""
    return "".join(secrets.choice(CODE_LETTERS) for _ in range(CODE_LENGTH))


def qr_of(link: str) -> str:
    """``link`` as a QR code: the address of an SVG that holds itself."""
    return segno.make(link, error="m").svg_data_uri(scale=8, border=2, dark="#1F2A37")


def new_pin() -> str:
    """Digits with which somebody shows who they are, beside a code: too few to stand alone, so tries are counted."""
    return "".join(secrets.choice("0123456789") for _ in range(PIN_LENGTH))
