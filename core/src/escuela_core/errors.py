"""The one family of errors that a reader is meant to see: a sentence, a code and the data it names."""

from __future__ import annotations


class EscuelaError(Exception):
    """One sentence for its reader, with a stable ``code`` and the values the sentence names."""

    code = "error"

    def __init__(self, message: str, **params: str | int | float) -> None:
        super().__init__(message)
        self.message = message
        self.params = params
