"""Headers on every page: nothing is loaded from another host but the players of known hosts, no script stands in a
page."""

from __future__ import annotations

import ipaddress
from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse

from config.errors import body

POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; font-src 'self'; img-src 'self' data:; "
    "media-src 'self' blob:; connect-src 'self'; manifest-src 'self'; form-action 'self' {forms}; base-uri 'none'; "
    "frame-src 'self' {hosts}; frame-ancestors {frames}"
)


def content_policy(frames: str, forms: str = "") -> str:
    """The policy of a page that may stand in the frames of ``frames`` and send forms to ``forms``, origins both."""
    hosts = " ".join(host.get("player") or host["origin"] for host in settings.RECORDING_HOSTS)
    return POLICY.format(frames=frames, forms=forms, hosts=hosts)


class ContentPolicyMiddleware:
    """Sets the content policy. The student's page alone may stand in any page's frame; a page that sets a policy of its
    own keeps it."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        framed = request.path.startswith("/s/")
        response.setdefault("Content-Security-Policy", content_policy("*" if framed else "'none'"))
        # Teachers speak notes; students' devices are never listened to.
        microphone = "()" if framed else "(self)"
        response.setdefault("Permissions-Policy", f"camera=(), microphone={microphone}, geolocation=()")
        return response


class NoStoreMiddleware:
    """No cache, shared or of a browser, keeps what the API says to one teacher or student."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        if request.path.startswith("/api/"):
            response["Cache-Control"] = "no-store"
        return response


class LoopbackOnlyMiddleware:
    """The open outbox and the demo teacher's sign-in are for this machine alone, whatever is put before the server."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if not _is_loopback(request.META.get("REMOTE_ADDR", "")) or "X-Forwarded-For" in request.headers:
            sentence = "This is a server for trying out; it answers on its own machine alone."
            return JsonResponse(body("loopback_only", sentence, 403), status=403)
        return self.get_response(request)


def _is_loopback(address: str) -> bool:
    try:
        return ipaddress.ip_address(address).is_loopback
    except ValueError:
        return False
