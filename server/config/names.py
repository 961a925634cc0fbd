"""Names that people give themselves, made harmless for whoever reads them."""

from __future__ import annotations

import re
import unicodedata

from config.errors import SentenceError
from escuela_core.study.roster import LONGEST_NAME

# Joiners that scripts and emoji need; every other mark without a form of its own turns letters round or hides.
_JOINERS = "\u200c\u200d"
# Letters by their category that are blank all the same.
_BLANK = "\u115f\u1160\u2800\u3164\uffa0"
_LINK = re.compile(r"\b\w+://\S*|\bwww\.\S*|\S*\w\.\w{2,}\S*|\S*@\S*", re.IGNORECASE)


def plain_name(name: str) -> str:
    """``name`` in one line, without marks that cannot be seen or that turn the writing round."""
    kept = (
        " " if c in "\t\n\r" else c
        for c in unicodedata.normalize("NFC", name)
        if c in _JOINERS or c in "\t\n\r" or (unicodedata.category(c)[0] != "C" and c not in _BLANK)
    )
    return " ".join("".join(kept).split())


def shows_something(name: str) -> bool:
    return any(unicodedata.category(c)[0] in "LNS" for c in name)


def named(given: str) -> str:
    """The name of a student as it is kept, in any script. Raises ``nickname_empty`` or ``nickname_long``."""
    name = plain_name(given)
    if not shows_something(name):
        raise SentenceError("nickname_empty", "Choose a name that the class will know you by.")
    if len(name) > LONGEST_NAME:
        raise SentenceError("nickname_long", f"A name may have up to {LONGEST_NAME} letters.", longest=LONGEST_NAME)
    return name


def without_links(name: str) -> str:
    """``name`` as it may stand in a mail: nobody writes to others through us."""
    return " ".join(_LINK.sub("", plain_name(name)).split())
