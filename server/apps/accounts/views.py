"""Accounts over HTTP. Every address here works without being signed in, and every one asks for the CSRF token."""

from __future__ import annotations

from pathlib import Path

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect, ensure_csrf_cookie
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from apps.accounts import services
from apps.accounts.models import User
from apps.accounts.serializers import (
    LanguageIn,
    MailIn,
    NewPasswordIn,
    RegisterIn,
    SessionOut,
    SignInIn,
    TokenIn,
)
from config.api import TeacherView


def _session(user: User | None) -> Response:
    hosts = [host["name"] for host in settings.RECORDING_HOSTS if host.get("search")]
    data = {"user": user, "demo": settings.DEMO_SIGN_IN, "outbox": settings.OUTBOX_PAGE, "hosts": hosts}
    return Response(SessionOut(data).data)


def plain(request: Request) -> HttpRequest:
    """Django's own request inside DRF's, which signing in and out works on."""
    return request._request  # noqa: SLF001 (DRF offers no other way)


def _site(request: Request) -> str:
    return f"{request.scheme}://{request.get_host()}"


@method_decorator(csrf_protect, name="dispatch")
class OpenView(APIView):
    permission_classes = (AllowAny,)


@method_decorator(ensure_csrf_cookie, name="get")
class SessionView(OpenView):
    @extend_schema(responses=SessionOut)
    def get(self, request: Request) -> Response:
        return _session(request.user if isinstance(request.user, User) else None)

    @extend_schema(request=SignInIn, responses=SessionOut)
    def post(self, request: Request) -> Response:
        given = SignInIn(data=request.data)
        given.is_valid(raise_exception=True)
        return _session(services.sign_in(plain(request), **given.validated_data))

    @extend_schema(request=None, responses=SessionOut)
    def delete(self, request: Request) -> Response:
        services.sign_out(plain(request))
        return _session(None)


class LanguageView(TeacherView):
    @extend_schema(request=LanguageIn, responses=SessionOut)
    def put(self, request: Request) -> Response:
        given = LanguageIn(data=request.data)
        given.is_valid(raise_exception=True)
        return _session(services.change_language(self.teacher, given.validated_data["language"]))


class DemoSessionView(OpenView):
    @extend_schema(request=None, responses=SessionOut)
    def post(self, request: Request) -> Response:
        return _session(services.sign_in_demo(plain(request)))


class RegisterView(OpenView):
    @extend_schema(request=RegisterIn, responses={204: None})
    def post(self, request: Request) -> Response:
        given = RegisterIn(data=request.data)
        given.is_valid(raise_exception=True)
        services.register(**given.validated_data, site=_site(request))
        return Response(status=204)


class ConfirmView(OpenView):
    @extend_schema(request=TokenIn, responses=SessionOut)
    def post(self, request: Request) -> Response:
        given = TokenIn(data=request.data)
        given.is_valid(raise_exception=True)
        return _session(services.confirm(plain(request), given.validated_data["token"]))


class AskPasswordView(OpenView):
    @extend_schema(request=MailIn, responses={204: None})
    def post(self, request: Request) -> Response:
        given = MailIn(data=request.data)
        given.is_valid(raise_exception=True)
        services.ask_new_password(given.validated_data["email"], site=_site(request))
        return Response(status=204)


class NewPasswordView(OpenView):
    @extend_schema(request=NewPasswordIn, responses=SessionOut)
    def post(self, request: Request) -> Response:
        given = NewPasswordIn(data=request.data)
        given.is_valid(raise_exception=True)
        data = given.validated_data
        return _session(services.set_new_password(plain(request), str(data["user"]), data["token"], data["password"]))


def outbox(request: HttpRequest) -> HttpResponse:
    """The stand-in mail outbox: the last twenty mails as they would have been sent. Development only."""
    if not settings.OUTBOX_PAGE:
        raise Http404
    folder = Path(settings.EMAIL_FILE_PATH)
    files = sorted(folder.glob("*.log"), key=lambda p: p.stat().st_mtime, reverse=True)[:20] if folder.exists() else []
    mails = [p.read_text("utf-8", "replace") for p in files]
    return render(request, "outbox.html", {"mails": mails})
