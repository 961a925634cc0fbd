"""Languages by their codes."""

from __future__ import annotations

# What media files say of themselves (ISO 639-2, both forms where there are two) in the two letters of ISO 639-1.
_TWO = {
    pair[:3]: pair[4:]
    for pair in (
        "eng:en spa:es fra:fr fre:fr deu:de ger:de por:pt ita:it cat:ca ara:ar heb:he nld:nl dut:nl pol:pl rus:ru "
        "ukr:uk tur:tr swe:sv dan:da nor:no nob:no fin:fi ell:el gre:el ces:cs cze:cs ron:ro rum:ro hun:hu jpn:ja "
        "kor:ko zho:zh chi:zh hin:hi fas:fa per:fa urd:ur eus:eu baq:eu glg:gl"
    ).split()
}


def two_letters(code: str) -> str:
    """``eng`` as ``en``; a code that is two letters already, or unknown, stays, ``und`` is empty."""
    lowered = code.lower()
    return "" if lowered in ("und", "mis", "zxx") else _TWO.get(lowered, lowered)
