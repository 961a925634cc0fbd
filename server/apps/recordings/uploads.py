"""Uploads stream to disk, never through memory, and stop at the limit."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.files.uploadhandler import TemporaryFileUploadHandler

from config.errors import SentenceError


class LimitedUploadHandler(TemporaryFileUploadHandler):
    """Django's handler for temporary files with a limit on what one request may bring."""

    received = 0

    def handle_raw_input(self, input_data: Any, META: Any, content_length: int, *rest: Any) -> None:  # noqa: N803 (Django's name)
        if content_length > settings.LARGEST_UPLOAD_BYTES:
            raise too_large()

    def receive_data_chunk(self, raw_data: bytes, start: int) -> None:
        self.received += len(raw_data)
        if self.received > settings.LARGEST_UPLOAD_BYTES:
            raise too_large()
        super().receive_data_chunk(raw_data, start)


def too_large() -> SentenceError:
    limit = settings.LARGEST_UPLOAD_BYTES // 1_000_000_000
    return SentenceError("upload_too_large", f"A file may have up to {limit} GB.", limit_gb=limit)
