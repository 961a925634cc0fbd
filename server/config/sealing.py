"""Secrets that the database keeps for later: encrypted under a key made from the server's own secret, so that a copy of
the database alone tells none of them."""

from __future__ import annotations

import base64
import hashlib

from cryptography.fernet import Fernet
from django.conf import settings


def _lock(purpose: str) -> Fernet:
    digest = hashlib.sha256(f"escuela.{purpose}:{settings.SECRET_KEY}".encode()).digest()
    return Fernet(base64.urlsafe_b64encode(digest))


def sealed(text: str, purpose: str) -> str:
    """``text`` as the database may keep it."""
    return _lock(purpose).encrypt(text.encode()).decode()


def unsealed(kept: str, purpose: str) -> str:
    """What was sealed for ``purpose``. Raises cryptography.fernet.InvalidToken where the server's secret is another one
    by now."""
    return _lock(purpose).decrypt(kept.encode()).decode()
