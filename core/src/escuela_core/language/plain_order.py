"""English as it is written where speech puts it otherwise: said in short forms, named twice, brought forward.

"What you do is you fold it" says that you fold it; "the light, it fades them" that the light does. Like what ``repair``
puts right, each is known by its form, never by what the talk is about.
"""

from __future__ import annotations

import re

# What somebody is about to do is what they do.
_ABOUT_TO = re.compile(
    r"\b(I|you|we)(?:['’](?:m|re)| am| are) (?:just )?(?:going to|about to) (?=[a-z])", re.IGNORECASE
)
_MEANT_AGAIN = re.compile(
    r"(?P<thing>(?:^|\b(?:because|and|but|so|then|if|when) )(?:the|your|this|that|an?) (?:\w+ ){0,2}\w+), "
    r"(?:it|they|he|she) (?=(?:\w+s|are|have|can|will|do|does|don't|doesn't|can't|won't)\b)",
    re.IGNORECASE,
)
# "Because the lumps, well, the little roots can't get round the lumps": named before its turn.
_NAMED_TOO_SOON = re.compile(
    r"(?P<joint>(?:^|\b(?:because|and|but|so|then|if|when) ))(?:the|your|this|that|these|those|an?) (?:\w+ ){0,2}?"
    r"(?P<thing>\w+), (?=(?:the|your|a|an|my|our|their|its)\b[^.?!]*\b(?P=thing)\b)",
    re.IGNORECASE,
)
_BEGUN_AGAIN = re.compile(r"(?P<thing>\b(?!it|that|there|he|she)\w+)(?P<is>'s), it's\b", re.IGNORECASE)
# "The bottom's too thin" says what it is; nothing that belongs to somebody begins with these words.
_IS = re.compile(
    r"(?P<thing>\b(?!it|that|there|he|she|what|who|where|how|here|one|let)\w{3,})['’]s "
    r"(?=(?:too|so|still|in|on|at|under|over|from|off|up|down|out of|going to|\w+er than|more \w+ than)\b)",
    re.IGNORECASE,
)
# What is brought forward to be stressed: "what you do is fold it", "when it's dry, that's when you sand it". Written
# down it is "you fold it", "when it's dry, you sand it".
_STRESSED: tuple[tuple[re.Pattern[str], str], ...] = (
    (
        re.compile(
            r"\bwhat (?:i|you|we) (?:don['’]t|do not|never) (?:want|need|have) to do(?: \w+)? is(?:,? you| to)? "
            r"(?=[a-z]+ )",
            re.IGNORECASE,
        ),
        "don't ",
    ),
    (
        re.compile(
            r"\bwhat (?P<who>i|you|we) (?:(?:usually|always|normally|really|then|just|now) )?"
            r"(?:(?:want|need|have|like|tend|try|ought) to |should |can )?do(?: \w+){0,2}? is(?:,? (?P=who)| to)? "
            r"(?=[a-z]+ )",
            re.IGNORECASE,
        ),
        r"\g<who> ",
    ),
    (
        re.compile(r"\bwhat (?P<who>you|we) (?P<verb>(?:(?:don['’]t|never) )?(?:need|want)) is (?=\w)", re.IGNORECASE),
        r"\g<who> \g<verb> ",
    ),
    (
        re.compile(
            r"(?P<opens>^(?:when|if|once|as soon as)\b[^,]+(?:,[^,]+)?,) (?:and )?that['’]s when "
            r"(?=(?:i|you|we|they|it|the|your) )",
            re.IGNORECASE,
        ),
        r"\g<opens> ",
    ),
)


def as_written(text: str) -> str:
    """``text`` with what somebody is about to do as what they do, a shortened "is" in full, and each thing once."""
    return _named_once(_ABOUT_TO.sub(r"\1 ", _IS.sub(r"\g<thing> is ", text)))


def in_plain_order(text: str) -> str:
    """``text`` from its first word on with nothing brought forward."""
    for stressed, plain in _STRESSED:
        text = stressed.sub(plain, text)
    return text


def _named_once(text: str) -> str:
    """A thing named and then meant again is said once: "because the light, it fades them", "the water's, it's hot"."""
    said = _NAMED_TOO_SOON.sub(r"\g<joint>", _MEANT_AGAIN.sub(r"\g<thing> ", text))
    return _BEGUN_AGAIN.sub(r"\g<thing>\g<is>", said)
