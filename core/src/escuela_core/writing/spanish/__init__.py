"""The built-in writer in Spanish, from the grammar of its sentences (Universal Dependencies; Nivre et al. 2020)."""

from escuela_core.writing.spanish.drafts import drafts

__all__ = ["drafts"]
