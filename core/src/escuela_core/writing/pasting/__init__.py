"""Items that were written elsewhere: text from anywhere to items, line by line, nothing guessed silently."""

from escuela_core.writing.pasting.locating import Located, located
from escuela_core.writing.pasting.pasted import Pasted, SourceLine, paste
from escuela_core.writing.pasting.request import request_text

__all__ = ["Located", "Pasted", "SourceLine", "located", "paste", "request_text"]
