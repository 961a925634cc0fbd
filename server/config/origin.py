"""Whether a request that changes something comes from our own pages.

Browsers say so themselves (Fetch Metadata, W3C): a page of another site cannot forge it, and it needs no cookie, which
a frame in another site's page may not have. Where it is not said, the CSRF token decides.
"""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import CsrfViewMiddleware
from rest_framework.exceptions import PermissionDenied

SAFE = ("GET", "HEAD", "OPTIONS")


def require_own_page(request: HttpRequest) -> None:
    """Raises PermissionDenied for a request that another site's page may have sent."""
    if request.method in SAFE:
        return
    said = request.headers.get("Sec-Fetch-Site")
    if said == "same-origin":
        return
    if said is not None or _CSRF.process_view(request, _taken, (), {}) is not None:
        raise PermissionDenied


def _taken(_request: HttpRequest) -> HttpResponse:
    return HttpResponse()


_CSRF = CsrfViewMiddleware(_taken)
