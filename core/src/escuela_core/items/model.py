"""What every item has, whatever its kind; the kinds themselves stand in ``items.kinds``."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from random import Random
from typing import Any, ClassVar, Literal

from escuela_core.errors import EscuelaError
from escuela_core.timeline import Span

Depth = Literal["recall", "use", "reason", "extend"]
Purpose = Literal["check", "predict"]
DEPTHS: tuple[Depth, ...] = ("recall", "use", "reason", "extend")
GAP_MARK = "___"


class ResponseShapeError(EscuelaError):
    code = "response_shape"

    def __init__(self, problem: str) -> None:
        super().__init__(f"The answer does not fit the question: {problem}.", problem=problem)


@dataclass(frozen=True, slots=True)
class Response:
    """What a student gave: option numbers, a truth value, text, or numbers in order; ``not_sure`` or
    ``out_of_time`` instead of any."""

    chosen: tuple[int, ...] = ()
    truth: bool | None = None
    text: str = ""
    arranged: tuple[int, ...] = ()
    not_sure: bool = False
    out_of_time: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    """``pause_ms`` is None until the item is placed; ``id`` is empty until it is kept.

    ``image`` and ``sound`` name files, ``image_alt`` says what the picture shows, ``goal`` is the learning goal asked
    about; they are kept as given.
    """

    kind: ClassVar[str]
    is_marked: ClassVar[bool] = True
    waits: ClassVar[bool] = False
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

    @property
    def asked(self) -> str:
        """The words the student reads first."""
        raise NotImplementedError

    @property
    def has_key(self) -> bool:
        """Whether it can be told what a right answer is."""
        raise NotImplementedError

    @property
    def parts(self) -> Sequence[str]:
        """The texts it is made of, none of which may be empty or stand twice."""
        return ()

    @property
    def shown(self) -> list[str]:
        """What stands below the question to choose from or to arrange, as it is written."""
        return []

    def order(self, chance: Random, *, shuffle: bool) -> list[int]:
        """Which of ``shown`` stands at each place before one student; ``shuffle`` is asked of choices alone."""
        return list(range(len(self.shown)))

    @property
    def key_texts(self) -> list[str]:
        """The right answer in words."""
        raise NotImplementedError

    def own_json(self) -> dict[str, Any]:
        """The keys of its kind in the item list file."""
        raise NotImplementedError

    def response(self, data: dict[str, Any]) -> Response:
        """A response as its kind takes it. Raises ResponseShapeError."""
        raise NotImplementedError

    def share(self, response: Response) -> float:
        """The share of the marks that ``response`` earns, 0 to 1."""
        raise NotImplementedError

    def said(self, response: Response) -> list[str]:
        """The words of a response, one text for each thing chosen or given."""
        raise NotImplementedError
