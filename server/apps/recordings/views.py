"""Media over HTTP: byte ranges (RFC 9110, 14), so that seeking works, under a type the server found out itself."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

from django.db.models import Q
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from django.views.decorators.http import require_safe

from apps.recordings.models import CaptionTrack, MediaPass, Recording
from escuela_core.transcripts import webvtt

_CHUNK = 1 << 16
_RANGE = re.compile(r"bytes=([0-9]{0,18})-([0-9]{0,18})")


def _of(key: str) -> Recording:
    """The recording that an address leads to: its owner's, or one handed out that has not ended. Raises Http404."""
    lasting = Q(passes__key=key) & (Q(passes__until=None) | Q(passes__until__gt=timezone.now()))
    found = Recording.objects.filter(Q(media_key=key) | lasting).first()
    if found is None:
        raise Http404
    return found


@require_safe
def media(request: HttpRequest, key: str) -> HttpResponseBase:
    recording = _of(key)
    if not recording.media_type or not recording.played.exists():
        raise Http404
    return served(request, recording.played, recording.media_type, etag=f'"{key[:12]}"')


@require_safe
def poster(request: HttpRequest, key: str) -> HttpResponseBase:
    path = _of(key).folder / "poster"
    if not path.exists():
        raise Http404
    return served(request, path, "image/jpeg", etag=f'"p-{key[:12]}"')


@require_safe
def captions(_request: HttpRequest, key: str) -> HttpResponse:
    """What is said as a WebVTT track beside the picture. Raises Http404 where it is not to be read."""
    _require_words(key)
    return _as_vtt(webvtt.write(_of(key).transcript()))


@require_safe
def track(_request: HttpRequest, key: str, track_id: int) -> HttpResponse:
    """The captions of another language beside the picture. Raises Http404 where they are not to be read."""
    _require_words(key)
    found = get_object_or_404(CaptionTrack, recording=_of(key), id=track_id)
    return _as_vtt(webvtt.cues((a, b, text) for a, b, text in found.cues))


def _require_words(key: str) -> None:
    if MediaPass.objects.filter(key=key, with_words=False).exists():
        raise Http404


def _as_vtt(text: str) -> HttpResponse:
    return HttpResponse(text, content_type="text/vtt; charset=utf-8", headers={"X-Content-Type-Options": "nosniff"})


def served(request: HttpRequest, path: Path, media_type: str, *, etag: str) -> HttpResponseBase:
    """200 with the whole file, 206 with the part asked for, or 416 where there is no such part."""
    size = path.stat().st_size
    wanted = request.headers.get("Range", "")
    if wanted and request.headers.get("If-Range", etag) == etag:
        part = _part(wanted, size)
        if part is None:
            return _dressed(HttpResponse(status=416, headers={"Content-Range": f"bytes */{size}"}), media_type, etag)
        first, last = part
        response = StreamingHttpResponse(_bytes(path, first, last), status=206)
        response["Content-Range"] = f"bytes {first}-{last}/{size}"
        response["Content-Length"] = str(last - first + 1)
    else:
        response = StreamingHttpResponse(_bytes(path, 0, size - 1))
        response["Content-Length"] = str(size)
    return _dressed(response, media_type, etag)


def _dressed(response: HttpResponseBase, media_type: str, etag: str) -> HttpResponseBase:
    response["Content-Type"] = media_type
    response["Accept-Ranges"] = "bytes"
    response["ETag"] = etag
    response["Cache-Control"] = "private, max-age=86400"
    response["X-Content-Type-Options"] = "nosniff"
    response["Content-Security-Policy"] = "default-src 'none'; sandbox"
    return response


def _part(wanted: str, size: int) -> tuple[int, int] | None:
    match = _RANGE.fullmatch(wanted.strip())
    if match is None or not any(match.groups()):
        return None
    first, last = match.groups()
    if not first:
        return (max(0, size - int(last)), size - 1) if int(last) else None
    begin, end = int(first), min(int(last) if last else size - 1, size - 1)
    return (begin, end) if begin <= end else None


def _bytes(path: Path, first: int, last: int) -> Iterator[bytes]:
    with path.open("rb") as file:
        file.seek(first)
        left = last - first + 1
        while left > 0 and (chunk := file.read(min(_CHUNK, left))):
            left -= len(chunk)
            yield chunk
