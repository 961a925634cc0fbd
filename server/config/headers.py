"""Headers on every page: nothing is loaded from another host, no script stands in a page."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; font-src 'self'; img-src 'self' data:; "
    "media-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors {frames}"
)


class ContentPolicyMiddleware:
    """Sets the content policy. The student's page alone may stand in another page's frame."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        framed = request.path.startswith("/s/")
        response.setdefault("Content-Security-Policy", POLICY.format(frames="*" if framed else "'none'"))
        response.setdefault("Permissions-Policy", "camera=(), microphone=(), geolocation=()")
        return response
