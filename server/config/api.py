"""What the views of every app share: the signed-in teacher, and versions on edits."""

from __future__ import annotations

import base64
from typing import TYPE_CHECKING, Any, cast

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.serializers import Serializer
from rest_framework.views import APIView

from config.errors import SentenceError

if TYPE_CHECKING:
    from apps.accounts.models import User

LONGEST_NUMBER = 15


def parsed(shape: type[Serializer[Any]], request: Request) -> dict[str, Any]:
    """What was sent, in its shape. Raises DRF's ValidationError."""
    return _valid(shape(data=request.data))


def parsed_query(shape: type[Serializer[Any]], request: Request) -> dict[str, Any]:
    """What stands in the address behind the question mark."""
    return _valid(shape(data=request.query_params))


def _valid(given: Serializer[Any]) -> dict[str, Any]:
    given.is_valid(raise_exception=True)
    return dict(given.validated_data)


def teacher_or_none(request: Request) -> User | None:
    """Who is signed in; None for a visitor."""
    return cast("User | None", request.user)


class TeacherView(APIView):
    """A view for a signed-in teacher."""

    @property
    def teacher(self) -> User:
        return cast("User", self.request.user)


@extend_schema_field(OpenApiTypes.BYTE)
class Base64Field(serializers.Field[bytes, str, str, Any]):
    """Bytes as base64 text."""

    def to_internal_value(self, data: Any) -> bytes:
        try:
            return base64.b64decode(data, validate=True)
        except (ValueError, TypeError):
            raise serializers.ValidationError("This is not base64.") from None


def whole_number(text: str) -> int | None:
    """A number from a header, None for anything else: other scripts' digits, or one too large to mean anything."""
    return int(text) if text.isascii() and text.isdigit() and len(text) <= LONGEST_NUMBER else None


def expected_version(request: Request) -> int | None:
    """The version an edit was made on, from ``If-Match``; None where the client sends none.

    Raises the ``bad_version`` error for anything that is not a number in quotes.
    """
    raw = request.headers.get("If-Match")
    if raw is None:
        return None
    number = whole_number(raw.strip().removeprefix("W/").strip('"'))
    if number is None:
        raise SentenceError("bad_version", "If-Match must hold the version number that was read.")
    return number


def require_version(current: int, expected: int | None) -> None:
    """Refuses an edit made on an older version, so that two tabs never overwrite each other silently."""
    if expected is not None and expected != current:
        raise SentenceError(
            "changed_elsewhere", "This was changed in another window meanwhile; look at the newer version first."
        )
