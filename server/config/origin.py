"""Whether a request that changes something comes from our own pages.

Browsers say so themselves (Fetch Metadata, W3C): a page of another site cannot forge it, and it needs no cookie, which
a frame in another site's page may not have. Where it is not said, the CSRF token decides.
"""

from __future__ import annotations

from http.cookies import Morsel

from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
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


def set_framed_cookie(response: HttpResponseBase, name: str, value: str, seconds: int) -> None:
    """A cookie for our page in a frame of another site: the browser keeps one for each site that frames us (CHIPS)."""
    response.set_cookie(name, value, max_age=seconds, httponly=True, samesite="None", secure=True)
    response.cookies[name]["partitioned"] = True


# Python knows the attribute from 3.14 on.
Morsel._reserved.setdefault("partitioned", "Partitioned")  # type: ignore[attr-defined]  # noqa: SLF001
Morsel._flags.add("partitioned")  # type: ignore[attr-defined]  # noqa: SLF001


def _taken(_request: HttpRequest) -> HttpResponse:
    return HttpResponse()


_CSRF = CsrfViewMiddleware(_taken)
