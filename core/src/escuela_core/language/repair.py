"""Spoken sentences put right: without fillers, repeats, what broke off, and with a correction in its place.

What was said is a reparandum, perhaps an editing word, and the repair (Levelt 1983): "by six, no, by eight millimetres"
says "by eight millimetres". A repair is known by its form, words said again or one of the same sort in their place,
never by what the talk is about. The script itself stays as it was said.
"""

from __future__ import annotations

import re
from collections.abc import Sequence

from escuela_core.language.languages import language_of
from escuela_core.language.plain_order import as_written, in_plain_order
from escuela_core.language.quantities import Quantity, quantities

# Sounds that say nothing, and words that say nothing between commas.
_SOUNDS = {
    "en": r"er|erm|uh|um|mm|hm|uhm|mhm",
    "es": r"eh|em|ehm|mm|hm",
}
# Cries are words too ("sing it on ah"): they go where a comma or an end parts them from the rest.
_CRIES = {"en": r"ah|oh", "es": r"ah|oh|uy|uf"}
_BETWEEN = {
    "en": r"you know|i mean|by the way|of course|to be honest|to be fair|basically|obviously|anyway|"
    r"like|right|okay|ok|well|so|yeah|yes|see|look|let's see|let's say|say|sort of|kind of|"
    r"if you like|as it were|hang on|wait|what|what['’]s that|what was it|let me think",
    "es": r"por cierto|por supuesto|la verdad|básicamente|obviamente|"
    r"este|o sea|bueno|pues|mira|vale|a ver|digamos|sabes|en fin|hala|venga|claro|ojo|oye|hombre|fíjate|"
    r"de verdad",
}
# Opens a sentence and joins it to the one before; the sentence says the same without.
_OPENING = {
    "en": r"(?:and|but|so|now|then|also|anyway|okay|ok)\b,?|(?:right|well|plus|yes|yeah|no),",
    "es": r"(?:y|pero|pues|entonces|ahora|así que)\b,?|(?:bueno|vale|venga|o sea|sí|no),",
}
_EDITING = {
    "en": r"no|sorry|wait|rather|or rather|i mean|make that|i tell a lie|no sorry|no wait|sorry no|i beg your pardon|"
    r"correction|hang on|listen|listen to me|let me look again|let me count|what am i saying",
    "es": r"no|perdón|digo|mejor dicho|quiero decir|no perdón|corrijo|espera",
}
# A stretch that ends in one of these is not ended: it broke off.
_OPEN_ENDED = {
    "en": frozenset(
        "a an the my your its our their of at to for with from into onto and or but because if than are was were am "
        "i he we they i'm you're he's she's it's we're they're that's there's i'll you'll it'll that'll we'll they'll "
        "i've you've we've they've i'd you'd".split()
    ),
    "es": frozenset(
        "el la los las un una unos unas mi tu su de en a con por para sin y o pero porque si cuando que es está son "
        "están ha han he hay se me te le del al".split()
    ),
}
# A word said in search of the next one leaves no comma where a phrase goes on behind it: "leave it for, like, five".
_SEARCHING = {
    "en": r"like|you know|i mean|sort of|kind of|say|let's say|well|okay|what",
    "es": r"este|o sea|digamos|pues|bueno|a ver",
}
# A shortened "is" or "are" never ends a phrase; where one of these comes after it, it broke off: "that's, well, if".
_SHORTENED = re.compile(r"\w+['’](?:s|re|m|ll|ve|d)", re.IGNORECASE)
_BEGINS_ANEW = re.compile(
    r" (?:if|when|because|unless|once|it|it's|there|there's|they|you|we|he|she|i)\b", re.IGNORECASE
)
_JOINED = {"en": frozenset("about in on by like".split()), "es": frozenset("sobre unos unas".split())}
_JOINING = {"en": "because|and|or|about|if|when|then", "es": "porque|y|o|si|cuando"}
# What is set beside another thing is not said for the second time; nor is the answer to one's own question.
_PARTED = frozenset("not no never nor".split())
_ASKING = frozenset("what who where when why how".split())
# After a hesitation these go on with the phrase: no clause begins with them in the middle of a sentence.
_GOES_ON_WITH = {
    "en": re.compile(
        r"\s*(?:about|around|roughly|nearly|almost|of|to the|into|onto|with the|between|per)\b", re.IGNORECASE
    ),
    "es": re.compile(r"\s*(?:de|del|al|con|entre|unos|unas|casi|alrededor)\b", re.IGNORECASE),
}
# What may end a condition and begin what follows from it.
_AGAIN = frozenset("it you they that this".split())
_CONDITIONS = frozenset("if when whenever once unless after before until every because".split())
FEWEST_IN_A_CONDITION = 3
# A measure of one.
_ONE_OF = re.compile(
    r"(?:about |around )?(?:half )?an? (?:second|minute|quarter|hour|day|night|week|fortnight|month|term|year|decade|"
    r"century|metre|kilometre|mile|inch|foot|gram|kilo|pound|litre|pint|spoonful|cup|dozen|hundred|thousand|million)\b",
    re.IGNORECASE,
)
_ONE, _JOINING_NUMBERS = frozenset("one uno una".split()), frozenset("and or to y o a".split())
_STRONG = frozenset("very really much so muy mucho".split())
# What stands in the place of an article.
_PLACE = frozenset(
    "the a an this that these those my your its our their all both some any each every no two three four "
    "el la un una este esta ese esa mi tu su todo toda".split()
)
_SPOKEN = {"en": {"['’]cause": "because", "gonna": "going to", "wanna": "want to", "gotta": "got to"}}
# "It floats by the way, and ...": between two commas or not.
_BY_THE_WAY = re.compile(r"(?<=\w) by the way(?=[,.])", re.IGNORECASE)
# Says that all has been said: "if you bruise the stem that's it, it dies".
_THAT_IS_ALL = re.compile(r"(?<=\w),? (?:and )?that['’]s (?:it|that|all|everything)(?=[,.])", re.IGNORECASE)
LONGEST_REPEAT = 6
_SPACES = re.compile(r"\s+")


def repaired(text: str, language: str = "en") -> str:
    """``text`` as it would be written down; the same text where nothing is to be put right."""
    code = language_of(language).code
    if code not in _SOUNDS:
        return text
    opened = text[:1].isupper()
    for short, whole in _SPOKEN.get(code, {}).items():
        text = re.sub(rf"(?<!\w){short}\b", whole, text, flags=re.IGNORECASE)
    said = _without_fillers(_BY_THE_WAY.sub("", _THAT_IS_ALL.sub("", text)) if code == "en" else text, code)
    said = _corrected(said, code)
    said = _once(said, code)
    said = _without_broken(said, code)
    said = _once(said, code)
    if code == "en":
        said = as_written(said)
    said = re.sub(rf"^(?:(?:{_OPENING[code]})\s+)+(?=\w)", "", said, flags=re.IGNORECASE)
    if code == "en":
        said = in_plain_order(said)
    said = re.sub(r"\s+([,.;:?!])", r"\1", _SPACES.sub(" ", said)).strip(" ,;")
    said = re.sub(r"[,;]+([.?!])", r"\1", said)
    if not said or said in ".?!":
        return ""
    return said[0].upper() + said[1:] if opened else said


def _without_fillers(text: str, code: str) -> str:
    """Sounds go wherever they stand; words only where commas or the sentence's ends part them from the rest."""

    def joined(found: re.Match[str]) -> str:
        before = found.string[: found.start()].split()
        # A hesitation in the middle of a phrase leaves no comma.
        inside = bool(before) and _bare(before[-1]) in _OPEN_ENDED[code] | _JOINED[code]
        inside = inside or bool(found["before"].strip() and _GOES_ON_WITH[code].match(found.string, found.end()))
        return " " if inside else found["after"] or (", " if found["before"] else " ")

    cry = rf"(?:(?<=,\s)|(?<=^))(?:{_CRIES[code]})\b|\b(?:{_CRIES[code]})(?=[,.?!])"
    said = re.sub(
        rf"(?P<before>,\s*|\s+|^)(?:(?:{_SOUNDS[code]})\b|{cry})(?P<after>,?)", joined, text, flags=re.IGNORECASE
    )
    said = re.sub(
        rf"(?P<word>\S+), (?:{_SEARCHING[code]}),(?= \w)",
        lambda found: _found_again(found, code),
        said,
        flags=re.IGNORECASE,
    )
    words = rf"(?:{_BETWEEN[code]})"
    before = None
    while before != said:
        before = said
        said = re.sub(
            rf"(?:^|(?P<c>,))\s*(?:and\s+)?{words}\s*(?=[,.?!]|$),?", r"\g<c>", said, count=1, flags=re.IGNORECASE
        )
        said = re.sub(r",(?:\s*,)+", ",", said)
    # What joins two parts needs no comma once the filler is gone.
    return re.sub(rf"\b({_JOINING[code]}),\s", r"\1 ", said, flags=re.IGNORECASE)


def _found_again(found: re.Match[str], code: str) -> str:
    """A word and what was said in search of the next one, without the search where the phrase goes on."""
    word = found["word"]
    if _bare(word) not in _OPEN_ENDED[code]:
        return found[0]
    broke_off = _SHORTENED.fullmatch(word) and _BEGINS_ANEW.match(found.string, found.end())
    return f"{word}," if broke_off else word


def _corrected(text: str, code: str) -> str:
    """What comes after "no," in place of what came before it, where the two are of one sort."""
    editing = re.compile(rf",\s*(?:{_EDITING[code]})(?:,\s*(?:{_EDITING[code]}))*,\s*", re.IGNORECASE)
    while (found := editing.search(text)) is not None:
        before, after = text[: found.start()], text[found.end() :]
        kept = _in_place(before, after, code)
        text = kept if kept is not None else f"{before}; {after}"
    return text


def _in_place(before: str, after: str, code: str) -> str | None:
    """``before`` with its end replaced by ``after``; None where nothing shows how far the correction reaches."""
    mine, theirs = before.split(), after.split()
    if not mine or not theirs:
        return None
    # Said again from a word on: "by six, no, by eight", "these are, no, these are for the bin"; from the place on that
    # is most like what follows: "the eight questions on the green sheet, sorry, the six questions".
    last = len(mine) - 1
    places = [
        place
        for place in range(last, max(-1, last - LONGEST_REPEAT - 1), -1)
        if _bare(mine[place]) == _bare(theirs[0]) and not _ends(mine[place:last])
    ]
    if places:
        place = max(places, key=lambda n: _shared(mine[n + 1 :], theirs[1:]))
        return " ".join([*mine[:place], *theirs])
    # A number for a number: "six, no, eight newton metres".
    numbers, fresh = quantities(before, code), quantities(after, code)
    at_end = numbers and numbers[-1].end >= len(before.rstrip())
    if at_end and fresh and fresh[0].start <= 1:
        # "Thirty centimetres, thirty, no, three".
        again = len(numbers) > 1 and numbers[-2].stated == numbers[-1].stated and _next_to(numbers[-2:], before)
        return f"{before[: numbers[-2 if again else -1].start]}{_of_the_same(numbers[-1], fresh[0], after)}"
    if at_end and _ONE_OF.match(after):
        return f"{before[: numbers[-1].start]}{after}"  # "six months, sorry, a year"
    # What broke off and was begun anew.
    if _bare(mine[-1]) in _OPEN_ENDED[code]:
        start = max((n for n, word in enumerate(mine) if _ends([word])), default=-1)
        return " ".join([*mine[: start + 1], *theirs])
    return None


def _of_the_same(was: Quantity, right: Quantity, after: str) -> str:
    """``after`` with the unit that goes without saying: "eight hours, no, twelve" is twelve hours."""
    alone = not right.dimension and after[right.end : right.end + 1] in ("", ",", ".", ";")
    return f"{after[: right.end]} {was.text.split()[-1]}{after[right.end :]}" if was.dimension and alone else after


def _shared(mine: Sequence[str], theirs: Sequence[str]) -> int:
    """How many of the first words behind a word said again come again too, each near the place it had."""
    plain = [_bare(w) for w in mine]
    return sum(_bare(word) in plain[max(0, n - 1) : n + 2] for n, word in enumerate(theirs[:LONGEST_REPEAT]))


def _next_to(pair: Sequence[Quantity], text: str) -> bool:
    """Whether nothing is said between two numbers."""
    first, second = pair
    return not text[first.end : second.start].strip(" ,")


def _once(text: str, code: str) -> str:
    """Words said twice in a row, with a comma between or without, said once; the second time counts."""
    words = text.split()
    kept: list[str] = []
    place = 0
    while place < len(words):
        length = _repeats_at(words, place, code)
        if length:
            place += length
            continue
        kept.append(words[place])
        place += 1
    return " ".join(kept)


def _repeats_at(words: Sequence[str], place: int, code: str) -> int:
    """How many words from ``place`` on come again right behind them; 0 where none do."""
    for length in range(min(LONGEST_REPEAT, (len(words) - place) // 2), 0, -1):
        first, second = words[place : place + length], words[place + length : place + 2 * length]
        plain = [_bare(w) for w in first]
        if plain != [_bare(w) for w in second] or _ends(first[:-1]) or first[-1][-1] in ".?!;:":
            continue
        if any(quantities(w, code) for w in plain):
            continue  # "nine nine nine nine" is a number
        if length > 1 and plain[0] in _ONE and plain[-1] in _JOINING_NUMBERS:
            continue  # "between one and one and a half"
        if place and _bare(words[place - 1]) in _PARTED:
            continue  # "press Send, not Save, Save only keeps a draft"
        if length == 1 and plain[0] in _AGAIN and _ends_a_condition(words[:place]):
            continue  # "if you put quotes round it, it looks for all of them"
        if length > 1 and place and _bare(words[max(0, place - 2)]) in _ASKING:
            continue  # "what do you need, you need a tray"
        # "Very, very old" and "had had" are meant; a small word twice never is.
        small = plain[0] in _OPEN_ENDED[code]
        if length > 1 or small or (first[0].endswith(",") and plain[0] not in _STRONG):
            return length
    return 0


def _ends_a_condition(before: Sequence[str]) -> bool:
    """Whether a thing meant once more ends what opened with "if" or "when", with something said in between."""
    start = max((n for n, word in enumerate(before) if word[-1] in ",.;:?!"), default=-1) + 1
    opened = [n for n, word in enumerate(before[start:], start) if _bare(word) in _CONDITIONS]
    return bool(opened) and len(before) - opened[-1] >= FEWEST_IN_A_CONDITION


def _without_broken(text: str, code: str) -> str:
    """A stretch between commas that stops where it cannot end is dropped, when something follows."""
    parts = re.split(r"(?<=,)\s+", text)
    kept = []
    for number, part in enumerate(parts):
        words = part.rstrip(",").split()
        broken = part.endswith(",") and words and _bare(words[-1]) in _OPEN_ENDED[code] and number < len(parts) - 1
        if not broken:
            kept.append(part)
            continue
        following = parts[number + 1].split()
        # "Undo the, this nut" goes on in the same place: only the last words are dropped.
        if len(words) > 1 and _goes_on(words[-1], following):
            kept.append(" ".join(words[:-1]))
    return " ".join(kept)


def _goes_on(last: str, following: Sequence[str]) -> bool:
    """Whether what follows stands in the place of an article that was not gone on with."""
    return bool(following) and _bare(last) in _PLACE and _bare(following[0]) in _PLACE


def _ends(words: Sequence[str]) -> bool:
    return any(w[-1] in ",.;:?!" for w in words)


def _bare(word: str) -> str:
    return word.lower().strip(",.;:?!\"“”'‘").replace("’", "'")
