"""Resumable uploads by the tus protocol (1.0.0; creation, termination): bytes go from the network straight to the
disk."""

from __future__ import annotations

import base64
import binascii
import fcntl
import os
import shutil
from datetime import timedelta
from http import HTTPStatus
from io import FileIO
from pathlib import Path
from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse, HttpResponseBase, JsonResponse
from django.utils import timezone
from django.views import View

from apps.accounts.models import User
from apps.recordings import room
from apps.recordings.models import Upload
from config.api import whole_number
from config.errors import STATUS, SentenceError, body

VERSION = "1.0.0"
CHUNK = 1 << 18
KEPT = timedelta(days=2)
MOST_AT_ONCE = 20


def create(owner: User, name: str, size: int) -> Upload:
    """Room for a file of ``size`` bytes. Raises ``file_empty``, ``upload_too_large`` or ``uploads_too_many``."""
    clear_old(owner)
    if size <= 0:
        raise SentenceError("file_empty", f"“{name}” is empty.", name=name)
    if size > settings.LARGEST_UPLOAD_BYTES:
        limit = settings.LARGEST_UPLOAD_BYTES // 1_000_000_000
        raise SentenceError("upload_too_large", f"A file may have up to {limit} GB.", limit_gb=limit)
    if owner.uploads.count() >= MOST_AT_ONCE:
        raise SentenceError("uploads_too_many", "Too many files are on their way; finish or cancel some first.")
    room.require(owner, size)
    upload = Upload.objects.create(owner=owner, name=name[:300], size=size)
    upload.path.parent.mkdir(parents=True, exist_ok=True)
    upload.path.touch()
    return upload


def put(owner: User, path: Path, name: str = "") -> Upload:
    """A file that lies on this machine already, as if it had been sent."""
    upload = create(owner, name or path.name, path.stat().st_size)
    shutil.copyfile(path, upload.path)
    upload.offset = upload.size
    upload.save(update_fields=["offset"])
    return upload


def clear_old(owner: User | None = None) -> int:
    """Abandoned uploads go, of one teacher or of all; how many."""
    old = Upload.objects.filter(created_at__lt=timezone.now() - KEPT)
    gone = list(old if owner is None else old.filter(owner=owner))
    for upload in gone:
        remove(upload)
    return len(gone)


def remove(upload: Upload) -> None:
    upload.path.unlink(missing_ok=True)
    upload.delete()


def take(upload: Upload) -> Path:
    """The path of a whole upload. Raises ``upload_unfinished``."""
    if not upload.is_whole:
        raise SentenceError("upload_unfinished", f"“{upload.name}” has not arrived whole yet.", name=upload.name)
    return upload.path


def append(upload: Upload, offset: int, request: HttpRequest) -> int:
    """The request's bytes after those that are there; how many there are then. What came before a broken line stays.

    Bytes count once they are on the disk. Raises OffsetError, or ``no_room`` where the disk is full.
    """
    with upload.path.open("r+b", buffering=0) as file:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as error:
            raise OffsetError from error
        upload.refresh_from_db()
        if offset != upload.offset:
            raise OffsetError
        file.truncate(offset)
        file.seek(offset)
        try:
            _write(file, upload.size - offset, request)
        except OSError as error:
            raise NoRoomError from error
        finally:
            os.fsync(file.fileno())
            upload.offset = file.tell()
            upload.save(update_fields=["offset"])
    return upload.offset


def _write(file: FileIO, wanted: int, request: HttpRequest) -> None:
    """At most ``wanted`` bytes of the request, until it ends or its line breaks. Raises OSError of the disk alone."""
    while wanted:
        try:
            chunk = memoryview(request.read(min(CHUNK, wanted)))
        except OSError:
            return
        if not chunk:
            return
        while chunk:
            written = file.write(chunk)
            chunk, wanted = chunk[written:], wanted - written


class NoRoomError(SentenceError):
    def __init__(self) -> None:
        super().__init__("no_room", "There is no room left on this server; tell whoever runs it. What came is kept.")


class OffsetError(Exception):
    """The device and the server do not agree on how far the upload is; the device asks and goes on from there."""


class TusView(View):
    """What all tus answers share."""

    request: HttpRequest

    def dispatch(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponseBase:
        if not request.user.is_authenticated:
            return refused("not_signed_in", "Sign in first.", 403)
        try:
            response = super().dispatch(request, *args, **kwargs)
        except SentenceError as error:
            return refused(error.code, error.message, STATUS.get(error.code, 400), error.params)
        response["Tus-Resumable"] = VERSION
        response["Cache-Control"] = "no-store"
        return response

    @property
    def teacher(self) -> User:
        assert isinstance(self.request.user, User)
        return self.request.user


class UploadsView(TusView):
    def post(self, request: HttpRequest) -> HttpResponse:
        length = whole_number(request.headers.get("Upload-Length", ""))
        if length is None:
            return refused("upload_length", "An upload must say how long it will be.", 400)
        name = _metadata(request.headers.get("Upload-Metadata", "")).get("filename", "file")
        upload = create(self.teacher, name, length)
        return HttpResponse(status=201, headers={"Location": f"/api/uploads/{upload.id}/", "Upload-Offset": "0"})


class UploadView(TusView):
    def upload(self, upload_id: Any) -> Upload | None:
        return Upload.objects.filter(id=upload_id, owner=self.teacher).first()

    def head(self, request: HttpRequest, upload_id: Any) -> HttpResponse:
        upload = self.upload(upload_id)
        if upload is None:
            return HttpResponse(status=404)
        return HttpResponse(headers={"Upload-Offset": str(upload.offset), "Upload-Length": str(upload.size)})

    def patch(self, request: HttpRequest, upload_id: Any) -> HttpResponse:
        upload = self.upload(upload_id)
        offset = whole_number(request.headers.get("Upload-Offset", ""))
        if upload is None:
            return HttpResponse(status=404)
        if request.content_type != "application/offset+octet-stream" or offset is None:
            return HttpResponse(status=HTTPStatus.UNSUPPORTED_MEDIA_TYPE)
        try:
            reached = append(upload, offset, request)
        except OffsetError:
            return HttpResponse(status=409)
        return HttpResponse(status=204, headers={"Upload-Offset": str(reached)})

    def delete(self, request: HttpRequest, upload_id: Any) -> HttpResponse:
        upload = self.upload(upload_id)
        if upload is None:
            return HttpResponse(status=404)
        remove(upload)
        return HttpResponse(status=204)


def _metadata(header: str) -> dict[str, str]:
    found = {}
    for pair in header.split(","):
        key, _, value = pair.strip().partition(" ")
        try:
            found[key] = base64.b64decode(value, validate=True).decode("utf-8").replace("\x00", "")
        except (binascii.Error, UnicodeDecodeError):
            continue
    return found


def refused(code: str, sentence: str, status: int, params: dict[str, Any] | None = None) -> JsonResponse:
    return JsonResponse(body(code, sentence, status, params), status=status)
