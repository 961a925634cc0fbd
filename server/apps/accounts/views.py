"""Accounts over HTTP. What works without being signed in asks for the CSRF token too."""

from __future__ import annotations

import secrets
from pathlib import Path
from uuid import UUID

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

from apps.accounts import audit, links, second_factor, services
from apps.accounts.models import User
from apps.accounts.serializers import (
    AuditOut,
    AuditsOut,
    ChangePasswordIn,
    CodeIn,
    LanguageIn,
    LinkIn,
    MailIn,
    NewAddressIn,
    NewSecretOut,
    PaperCodesOut,
    PasswordAndCodeIn,
    PasswordIn,
    RegisterIn,
    SecondFactorOut,
    SessionOut,
    SetPasswordIn,
    SignedInOut,
    SignedInsOut,
    SignInIn,
    UserOut,
)
from config.api import TeacherView, parsed, teacher_or_none
from config.client import site_of
from config.shapes import respond


def _session(user: User | None) -> Response:
    hosts = [host["name"] for host in settings.RECORDING_HOSTS if host.get("search")]
    told = SessionOut(
        user=UserOut.model_validate(user) if user else None,
        demo=settings.DEMO_SIGN_IN,
        outbox=settings.OUTBOX_PAGE,
        hosts=hosts,
    )
    return respond(told)


# The secret of a browser in which an account was asked for.
BROWSER = "escuela_browser"


def plain(request: Request) -> HttpRequest:
    """Django's own request inside DRF's, which signing in and out works on."""
    return request._request  # noqa: SLF001 (DRF offers no other way)


@method_decorator(csrf_protect, name="dispatch")
class OpenView(APIView):
    permission_classes = (AllowAny,)


@method_decorator(ensure_csrf_cookie, name="get")
class SessionView(OpenView):
    @extend_schema(responses=SessionOut)
    def get(self, request: Request) -> Response:
        return _session(teacher_or_none(request))

    @extend_schema(request=SignInIn, responses=SessionOut)
    def post(self, request: Request) -> Response:
        given = parsed(SignInIn, request)
        user = services.known(plain(request), given["email"], given["password"])
        second_factor.require_code(plain(request), user, given["code"])
        return _session(services.enter(plain(request), user))

    @extend_schema(request=None, responses=SessionOut)
    def delete(self, request: Request) -> Response:
        services.sign_out(plain(request))
        return _session(None)


class LanguageView(TeacherView):
    @extend_schema(request=LanguageIn, responses=SessionOut)
    def put(self, request: Request) -> Response:
        given = parsed(LanguageIn, request)
        return _session(services.change_language(self.teacher, given["language"]))


class DemoSessionView(OpenView):
    @extend_schema(request=None, responses=SessionOut)
    def post(self, request: Request) -> Response:
        return _session(services.sign_in_demo(plain(request)))


class RegisterView(OpenView):
    @extend_schema(request=RegisterIn, responses={204: None})
    def post(self, request: Request) -> Response:
        """Ask for an account: the link that makes it is mailed, and works in this browser."""
        given = parsed(RegisterIn, request)
        browser = request.COOKIES.get(BROWSER) or secrets.token_urlsafe(24)
        services.register(plain(request), **given, site=site_of(request), browser=browser)
        response = Response(status=204)
        kept_s = int(links.KEPT.total_seconds())
        response.set_cookie(BROWSER, browser, max_age=kept_s, httponly=True, samesite="Lax", secure=request.is_secure())
        return response


class ConfirmView(OpenView):
    @extend_schema(request=SetPasswordIn, responses=SessionOut)
    def post(self, request: Request) -> Response:
        given = parsed(SetPasswordIn, request)
        browser = request.COOKIES.get(BROWSER, "")
        return _session(services.confirm(plain(request), **given, browser=browser))


class AskPasswordView(OpenView):
    @extend_schema(request=MailIn, responses={204: None})
    def post(self, request: Request) -> Response:
        given = parsed(MailIn, request)
        services.ask_new_password(plain(request), given["email"], site=site_of(request))
        return Response(status=204)


class NewPasswordView(OpenView):
    @extend_schema(request=SetPasswordIn, responses={204: None})
    def post(self, request: Request) -> Response:
        """Set a new password by the mailed link; signing in with it is a step of its own."""
        given = parsed(SetPasswordIn, request)
        services.set_new_password(**given)
        return Response(status=204)


class PasswordView(TeacherView):
    @extend_schema(request=ChangePasswordIn, responses={204: None})
    def put(self, request: Request) -> Response:
        given = parsed(ChangePasswordIn, request)
        services.change_password(plain(request), self.teacher, **given)
        return Response(status=204)


class AddressView(TeacherView):
    @extend_schema(request=NewAddressIn, responses={204: None})
    def post(self, request: Request) -> Response:
        """Ask for a new mail address: the link is mailed to it."""
        given = parsed(NewAddressIn, request)
        services.ask_new_address(plain(request), self.teacher, **given, site=site_of(request))
        return Response(status=204)

    @extend_schema(request=LinkIn, responses=SessionOut)
    def put(self, request: Request) -> Response:
        given = parsed(LinkIn, request)
        return _session(services.set_new_address(self.teacher, given["token"], site=site_of(request)))


class SecondFactorView(TeacherView):
    """The second step when signing in."""

    def shown(self) -> Response:
        return respond(SecondFactorOut(on=bool(self.teacher.totp), paper_left=len(self.teacher.paper_codes)))

    @extend_schema(responses=SecondFactorOut)
    def get(self, request: Request) -> Response:
        return self.shown()

    @extend_schema(request=PasswordIn, responses=NewSecretOut)
    def post(self, request: Request) -> Response:
        """Begin: a secret for the app. Nothing changes before it has shown a right code."""
        given = parsed(PasswordIn, request)
        return respond(second_factor.begin(plain(request), self.teacher, given["password"]))

    @extend_schema(request=CodeIn, responses=PaperCodesOut)
    def put(self, request: Request) -> Response:
        """Turn it on; every other device is signed out."""
        codes = second_factor.turn_on(plain(request), self.teacher, parsed(CodeIn, request)["code"])
        return respond(PaperCodesOut(codes=codes))

    @extend_schema(request=PasswordAndCodeIn, responses=SecondFactorOut)
    def patch(self, request: Request) -> Response:
        """Turn it off."""
        given = parsed(PasswordAndCodeIn, request)
        second_factor.turn_off(plain(request), self.teacher, given["password"], given["code"])
        return self.shown()


class SessionsView(TeacherView):
    @extend_schema(responses=SignedInsOut)
    def get(self, request: Request) -> Response:
        """Where the teacher is signed in."""
        here = plain(request).session.session_key
        rows = [
            SignedInOut(id=s.id, device=s.device, since=s.since, here=s.session_key == here)
            for s in self.teacher.signed_in.all()[:50]
        ]
        return respond(SignedInsOut(rows))


class OneSessionView(TeacherView):
    @extend_schema(responses={204: None})
    def delete(self, request: Request, session_id: UUID) -> Response:
        services.end_session(self.teacher, session_id)
        return Response(status=204)


class AuditView(TeacherView):
    @extend_schema(responses=AuditsOut)
    def get(self, request: Request) -> Response:
        """What was done under this account, newest first."""
        rows = self.teacher.audit.all()[: audit.MOST_SHOWN]
        return respond(AuditsOut([AuditOut.model_validate(row) for row in rows]))


def outbox(request: HttpRequest) -> HttpResponse:
    """The stand-in mail outbox: the last twenty mails as they would have been sent. Development only."""
    if not settings.OUTBOX_PAGE:
        raise Http404
    folder = Path(settings.EMAIL_FILE_PATH)
    files = sorted(folder.glob("*.log"), key=lambda p: p.stat().st_mtime, reverse=True)[:20] if folder.exists() else []
    mails = [p.read_text("utf-8", "replace") for p in files]
    return render(request, "outbox.html", {"mails": mails})
