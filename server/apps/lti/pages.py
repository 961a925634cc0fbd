"""What a platform opens in a browser: the login, the launch, the page that a teacher sees in the platform's frame."""

from __future__ import annotations

import json
from collections.abc import Callable
from functools import wraps
from typing import Any
from urllib.parse import urlencode, urlsplit
from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse, HttpResponseRedirect, JsonResponse
from django.shortcuts import get_object_or_404, render
from django.views.decorators.clickjacking import xframe_options_exempt
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_http_methods, require_safe

from apps.accounts import limits
from apps.lti import choosing, launching, services
from apps.lti import keys as tool_keys
from apps.lti.models import Platform
from apps.lti.serializers import OurAddressesOut
from apps.study.views import EntryOverError, entry_for
from config.client import address_of, site_of
from config.errors import SentenceError
from config.headers import content_policy
from config.origin import set_framed_cookie
from escuela_core.errors import EscuelaError

Page = Callable[[HttpRequest, UUID], HttpResponse]
STATE = "escuela_launch_"
STATE_SECONDS = 600
# What a login may say, and is said again where it has to be begun anew in a window of its own.
_SAID = ("iss", "login_hint", "lti_message_hint", "client_id", "lti_deployment_id", "target_link_uri")


@require_safe
def keys(request: HttpRequest) -> HttpResponse:  # noqa: ARG001 (every view takes one)
    return JsonResponse(tool_keys.published(), headers={"Cache-Control": "max-age=3600"})


def addresses(request: HttpRequest, platform: Platform) -> OurAddressesOut:
    """What is to be entered in the platform."""
    here = f"{site_of(request)}/lti"
    own = f"{here}/{platform.id}"
    return OurAddressesOut(
        registration=f"{own}/register", login=f"{own}/login", launch=f"{own}/launch", keys=f"{here}/keys"
    )


def _said(page: Page) -> Page:
    """What goes wrong is said by a page that the platform may frame. Platforms post from their own pages."""

    @csrf_exempt
    @xframe_options_exempt
    @wraps(page)
    def answered(request: HttpRequest, platform_id: UUID) -> HttpResponse:
        try:
            return page(request, platform_id)
        except EscuelaError as error:
            return _problem(request, error)

    return answered


def _problem(request: HttpRequest, error: EscuelaError, again: str = "") -> HttpResponse:
    told = {"code": error.code, "sentence": error.message, "params": error.params, "again": again}
    return _shown(request, told, status=400)


def _shown(request: HttpRequest, told: dict[str, Any], status: int = 200) -> HttpResponse:
    page = {"entry": "src/student.tsx", "problem": json.dumps(told)}
    response = render(request, "app.html", page, status=status)
    response["Content-Security-Policy"] = content_policy("*")
    return response


def _platform(request: HttpRequest, platform_id: UUID) -> Platform:
    limits.count(limits.LAUNCHES_FROM, address_of(request))
    return get_object_or_404(Platform, id=platform_id)


@_said
@require_http_methods(["GET", "POST"])
def login(request: HttpRequest, platform_id: UUID) -> HttpResponse:
    """The platform says that somebody is coming; their browser is sent back there to say who."""
    platform = _platform(request, platform_id)
    given = request.POST if request.method == "POST" else request.GET
    said = {n: given[n] for n in _SAID if given.get(n)}
    begun, url = launching.begin(platform, said, addresses(request, platform).launch)
    response = HttpResponseRedirect(url)
    response["Content-Security-Policy"] = content_policy("*")
    set_framed_cookie(response, STATE + begun.state[:16], begun.state, STATE_SECONDS)
    return response


@_said
@require_safe
def register(request: HttpRequest, platform_id: UUID) -> HttpResponse:
    """Whoever looks after the platform has given it this one address; the rest both tell each other."""
    platform = _platform(request, platform_id)
    given = request.GET
    services.introduce(
        platform,
        given.get("openid_configuration", ""),
        given.get("registration_token", ""),
        addresses(request, platform),
    )
    return _shown(request, {"code": "registered", "sentence": "", "params": {}, "again": ""})


@_said
@require_http_methods(["POST"])
def launch(request: HttpRequest, platform_id: UUID) -> HttpResponse:
    """The platform has said who comes, to what; only the browser that began it goes on."""
    platform = _platform(request, platform_id)
    state = request.POST.get("state", "")[:64]
    cookie = STATE + state[:16]
    if request.COOKIES.get(cookie) != state:
        said = launching.begun_with(platform, state)
        again = f"{addresses(request, platform).login}?{urlencode(said)}" if said else ""
        sentence = "Your browser did not keep what is needed to open this inside the other page."
        return _problem(request, SentenceError("launch_cookies", sentence), again)
    opened = launching.take(platform, state, request.POST.get("id_token", ""))
    if opened.student is not None:
        target = f"/s/{opened.student.assignment.code}#enter={entry_for(opened.student)}"
    else:
        assert opened.ticket is not None
        target = f"/lti/from/{opened.ticket.id}"
    response = HttpResponseRedirect(target)
    set_framed_cookie(response, cookie, "", 0)
    return response


@require_safe
@xframe_options_exempt
def from_platform(request: HttpRequest, ticket: str) -> HttpResponse:
    """The page in which a teacher chooses a lesson, or is led on to one; only its own platform may frame it."""
    try:
        found = choosing.ticket_of(ticket)
    except Http404:
        return _problem(request, EntryOverError())
    origins = {_origin(u) for u in (found.platform.login_url, found.platform.issuer, found.return_url)} - {""}
    response = render(request, "app.html", {"entry": "src/teacher.tsx"})
    forms = _origin(found.return_url)
    response["Content-Security-Policy"] = content_policy(" ".join(sorted(origins)) or "'none'", forms)
    return response


def _origin(url: str) -> str:
    """The origin of a web address (RFC 6454); empty for what is none."""
    try:
        parts = urlsplit(url)
        port = f":{parts.port}" if parts.port else ""
    except ValueError:
        return ""
    plain = parts.hostname or ""
    if parts.scheme not in ("http", "https") or not plain or set(plain) & set(" ;,*'\""):
        return ""
    return f"{parts.scheme}://{plain}{port}"
