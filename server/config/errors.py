"""Domain errors to HTTP, in this one place: problem details (RFC 9457) with a code and one sentence."""

from __future__ import annotations

from typing import Any

from django.core.exceptions import PermissionDenied
from django.db import DataError
from django.http import Http404, HttpRequest, JsonResponse
from rest_framework import exceptions
from rest_framework.response import Response
from rest_framework.views import exception_handler

from escuela_core.errors import EscuelaError

# Codes that mean more than "what was sent does not do" (400).
STATUS = {
    "not_found": 404,
    "locked_out": 429,
    "too_many_requests": 429,
    "not_signed_in": 403,
    "code_wanted": 409,
    "changed_elsewhere": 412,
    "assignment_shut": 409,
    "not_for_you": 409,
    "not_handed_in": 409,
    "answers_told": 409,
    "nickname_taken": 409,
    "no_tries_left": 409,
    "key_shown": 409,
    "clock_not_started": 409,
    "not_reached": 409,
    "answer_elsewhere": 409,
    "not_asked": 409,
    "correction_nothing": 409,
    "correction_none": 409,
    "class_full": 409,
    "name_on_list": 409,
    "asks_nobody": 409,
    "note_elsewhere": 409,
    "notes_full": 409,
    "look_not_yet": 409,
    "look_decided": 409,
    "not_finished": 409,
    "no_retakes_left": 409,
    "room_step": 409,
    "room_shut": 409,
    "room_ended": 409,
    "room_full": 503,
    "items_undecided": 409,
    "lesson_shared": 409,
    "assignment_begun": 409,
    "not_removed": 409,
    "segment_has_items": 409,
    "still_checking": 409,
    "nothing_to_undo": 409,
    "upload_too_large": 413,
    "quota": 413,
    "no_room": 507,
    "picture_too_large": 413,
    "not_failed": 409,
    "times_same": 409,
}


class SentenceError(EscuelaError):
    """An error that is known by its code alone."""

    def __init__(self, code: str, message: str, **params: str | int | float) -> None:
        super().__init__(message, **params)
        self.code = code


def body(code: str, sentence: str, status: int, params: dict[str, Any] | None = None) -> dict[str, Any]:
    return {"type": f"urn:escuela:{code}", "code": code, "status": status, "detail": sentence, "params": params or {}}


def problem(error: Exception, context: dict[str, Any]) -> Response | None:
    """DRF's exception handler."""
    if isinstance(error, EscuelaError):
        status = STATUS.get(error.code, 400)
        return _response(body(error.code, error.message, status, error.params))
    if isinstance(error, Http404):
        return _response(body("not_found", "There is nothing at this address.", 404))
    if isinstance(error, exceptions.NotAuthenticated | PermissionDenied | exceptions.PermissionDenied):
        return _response(body("not_signed_in", "Sign in to do this.", 403))
    if isinstance(error, exceptions.ValidationError):
        return _response(body("invalid", _first_sentence(error.detail), 400, {"fields": error.detail}))
    if isinstance(error, DataError | UnicodeEncodeError | RecursionError):
        return _response(body("unreadable", "What was sent cannot be read, or holds what text cannot hold.", 400))
    answer = exception_handler(error, context)
    if answer is not None and isinstance(error, exceptions.APIException):
        return _response(body(str(error.default_code), str(error.detail), answer.status_code))
    return answer


def _response(data: dict[str, Any]) -> Response:
    return Response(data, status=data["status"], content_type="application/problem+json")


def _first_sentence(detail: Any, path: str = "") -> str:
    if isinstance(detail, dict):
        key, value = next(iter(detail.items()))
        return _first_sentence(value, f"{path}.{key}".strip("."))
    if isinstance(detail, list) and detail:
        return _first_sentence(detail[0], path)
    return f"{path}: {detail}" if path else str(detail)


def locked_out(_request: HttpRequest, _response: object, _credentials: object) -> JsonResponse:
    """What django-axes answers after too many wrong passwords."""
    sentence = "Too many wrong passwords for this address; wait a quarter of an hour and try again."
    return JsonResponse(body("locked_out", sentence, 429), status=429, content_type="application/problem+json")
