"""Words of a Spanish statement that can be turned into their opposites, one at a time, in the same form."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from spacy.tokens import Token

_ADJECTIVES = (
    "alto/bajo lleno/vacío frío/caliente largo/corto rápido/lento seco/húmedo claro/oscuro ancho/estrecho "
    "primero/último grueso/fino limpio/sucio derecho/izquierdo abierto/cerrado"
)
_FORMS = (
    "grande/pequeño grandes/pequeños fuerte/débil fuertes/débiles mayor/menor mayores/menores mejor/peor máximo/mínimo "
    "superior/inferior superiores/inferiores interior/exterior interiores/exteriores dentro/fuera arriba/abajo "
    "encima/debajo antes/después despacio/deprisa norte/sur este/oeste invierno/verano "
    "sube/baja suben/bajan abre/cierra abren/cierran aumenta/disminuye aumentan/disminuyen entra/sale entran/salen "
    "enfría/calienta enfrían/calientan gana/pierde ganan/pierden crece/mengua "
    "acelera/frena acepta/rechaza atrae/repele atraen/repelen une/separa unen/separan"
)
# "este" is oftener a word that points.
_UNSURE = {"este"}


def _pairs() -> dict[str, str]:
    pairs = [tuple(p.split("/")) for p in _FORMS.split()]
    for pair in _ADJECTIVES.split():
        one, other = pair.split("/")
        for ending in ("o", "a", "os", "as"):
            forms = [w[:-1] + ending if w.endswith("o") else w + ("s" if "s" in ending else "") for w in (one, other)]
            pairs.append((forms[0], forms[1]))
    both = [*pairs, *((b, a) for a, b in pairs)]
    # A word that is the opposite of two forms ("caliente": frío, fría) does not say which of them fits its place.
    others = {a: {b for one, b in both if one == a} for a, _ in both}
    return {a: next(iter(b)) for a, b in others.items() if len(b) == 1 and not _UNSURE & {a, *b}}


OPPOSITES = _pairs()


def turned(tokens: Sequence[Token]) -> tuple[str, str] | None:
    """The one word of ``tokens`` that has an opposite here, and the opposite; None where there is none or more."""
    found = [t for t in tokens if t.lower_ in OPPOSITES and t.pos_ in {"ADJ", "ADV", "VERB"}]
    if len(found) != 1 or any(t.lower_ in {"tan", "tanto", "muy"} for t in found[0].children):
        return None
    return found[0].text, OPPOSITES[found[0].lower_]
