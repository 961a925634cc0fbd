"""What every item has, whatever its kind; the kinds themselves stand in ``items.kinds``."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from random import Random
from typing import Any, ClassVar, Literal, Self

from escuela_core.errors import EscuelaError
from escuela_core.items.claim import Claim
from escuela_core.items.paper import Paper
from escuela_core.items.wording import Wording
from escuela_core.timeline import Span

Depth = Literal["recall", "use", "reason", "extend"]
Purpose = Literal["check", "predict"]
DEPTHS: tuple[Depth, ...] = ("recall", "use", "reason", "extend")


class ResponseShapeError(EscuelaError):
    code = "response_shape"

    def __init__(self, problem: str) -> None:
        super().__init__(f"The answer does not fit the question: {problem}.", problem=problem)


class KeyWordsError(EscuelaError):
    code = "key_words"

    def __init__(self) -> None:
        super().__init__("That cannot be the right answer of this item: name one of what students could answer.")


@dataclass(frozen=True, slots=True)
class Response:
    """What a student gave: option numbers, a truth value, text, numbers in order, or for each thing the number of its
    group; ``not_sure`` or ``out_of_time`` instead of any."""

    chosen: tuple[int, ...] = ()
    truth: bool | None = None
    text: str = ""
    arranged: tuple[int, ...] = ()
    grouped: tuple[int, ...] = ()
    not_sure: bool = False
    out_of_time: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    """``pause_ms`` is None until the item is placed; ``id`` is empty until it is kept.

    ``image`` and ``sound`` name files, ``image_alt`` says what the picture shows, ``goal`` is the learning goal asked
    about; they are kept as given. ``wordings`` are the same item in other words (``items.rewording``).
    """

    kind: ClassVar[str]
    own_keys: ClassVar[set[str]]
    is_marked: ClassVar[bool] = True
    waits: ClassVar[bool] = False
    # Which field holds the words the student reads first.
    asked_in: ClassVar[str] = "prompt"
    # What one of its parts is called, and whether parts are told apart by letters.
    part_word: ClassVar[str] = "Part"
    lettered: ClassVar[bool] = False
    id: str = ""
    explanation: str = ""
    marks: float = 1.0
    depth: Depth = "recall"
    purpose: Purpose = "check"
    pause_ms: int | None = None
    time_limit_s: int | None = None
    evidence: tuple[Span, ...] = ()
    goal: str = ""
    image: str = ""
    image_alt: str = ""
    sound: str = ""
    wordings: tuple[Wording, ...] = ()

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> Self:
        """An item of its kind; ``shared`` is what every item has. Raises ItemShapeError."""
        raise NotImplementedError

    def own_json(self) -> dict[str, Any]:
        """The keys of its kind in the item list file."""
        raise NotImplementedError

    # Whole

    @property
    def asked(self) -> str:
        """The words the student reads first."""
        return str(getattr(self, self.asked_in))

    @property
    def has_key(self) -> bool:
        """Whether it can be told what a right answer is."""
        raise NotImplementedError

    @property
    def parts(self) -> Sequence[str]:
        """The texts it is made of, none of which may be empty or stand twice."""
        return ()

    @property
    def lacking(self) -> list[tuple[str, str]]:
        """What its kind needs and it has not, beyond a question, a key and parts: codes of findings and sentences."""
        return []

    # Before a student

    @property
    def shown(self) -> list[str]:
        """What stands below the question to choose from or to arrange, as it is written."""
        return []

    @property
    def targets(self) -> list[str]:
        """What the things shown are put to, which never move: the left of pairs, the names of groups."""
        return []

    @property
    def images(self) -> list[str]:
        """The picture of each thing shown; empty where it has none, nothing where the kind takes none."""
        return []

    @property
    def several(self) -> bool:
        """Whether more than one of the things shown may be chosen."""
        return False

    def order(self, chance: Random, *, shuffle: bool) -> list[int]:
        """Which of ``shown`` stands at each place before one student; ``shuffle`` is asked of choices alone."""
        return list(range(len(self.shown)))

    def key_shown(self, order: Sequence[int]) -> dict[str, Any]:
        """The key to a student who sees ``shown`` in ``order``: right words, places that are right, or a truth."""
        return {"texts": self.key_texts}

    # Answered

    def response(self, data: dict[str, Any]) -> Response:
        """A response as its kind takes it. Raises ResponseShapeError."""
        raise NotImplementedError

    def share(self, response: Response, language: str = "en") -> float:
        """The share of the marks that ``response`` earns, 0 to 1; what is typed is read as of ``language``."""
        raise NotImplementedError

    def said(self, response: Response) -> list[str]:
        """The words of a response, one text for each thing chosen or given."""
        raise NotImplementedError

    @property
    def choosable(self) -> list[str]:
        """All that ``said`` can say, where only so much can be answered; empty where anything can."""
        return []

    @property
    def said_right(self) -> list[str]:
        """What ``said`` says of a right response; empty where many texts count."""
        return []

    # On paper

    def on_paper(self, order: Sequence[int]) -> Paper:
        """How it stands on a sheet that has ``shown`` in ``order``."""
        return Paper("write", key=tuple(self.key_texts))

    # Checked

    @property
    def key_texts(self) -> list[str]:
        """The right answer in words."""
        raise NotImplementedError

    def claims(self) -> list[Claim]:
        """The claims it stands or falls by; several where several options are right, for pairs and for steps."""
        return []

    def wrong_claims(self) -> list[Claim]:
        """What it offers as wrong, each as a claim."""
        return []

    def key_claims(self, language: str = "en") -> list[Claim]:
        """``claims`` in the language of the talk."""
        return [replace(claim, language=language) for claim in self.claims()]

    def option_claims(self, language: str = "en") -> list[Claim]:
        """``wrong_claims`` in the language of the talk."""
        return [replace(claim, language=language) for claim in self.wrong_claims()]

    # Put right after it was answered

    @property
    def correctable(self) -> bool:
        """Whether another key can be named in words; marks can be changed of every kind."""
        return False

    def with_key(self, key: Sequence[str]) -> Self:
        """The same item with ``key``, in the words of ``key_texts``, as what is right; what students see and may answer
        stays. Raises KeyWordsError."""
        raise KeyWordsError

    # Changed

    def reworded(self, change: Callable[[str], str]) -> Self:
        """With ``change`` made to its key, or to its question where that leaves the key as it is."""
        changed = self.key_reworded(change)
        asked: dict[str, Any] = {self.asked_in: change(self.asked)}
        return changed if changed != self else replace(self, **asked)

    def key_reworded(self, change: Callable[[str], str]) -> Self:
        """With ``change`` made to the words of its key."""
        return self

    def halves(self) -> tuple[Self, Self] | None:
        """Two that together ask what it asks, marks and id left alone; None where it does not come apart."""
        return None
