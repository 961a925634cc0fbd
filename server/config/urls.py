"""Every address: the API, media, the student's page, and the teacher's pages, which the web's own router divides."""

from __future__ import annotations

from urllib.parse import quote, urlencode

from django.conf import settings
from django.http import FileResponse, Http404, HttpRequest, HttpResponse, HttpResponseBase
from django.shortcuts import render
from django.urls import URLPattern, URLResolver, include, path, re_path
from django.views.decorators.clickjacking import xframe_options_exempt
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from apps.accounts.views import outbox
from apps.assignments.describing import described as lesson_described
from apps.assignments.embedding import OEmbedView
from apps.lessons.items.attachment_views import attached
from apps.lessons.offering.describing import described as offer_described
from config.errors import SentenceError


@require_safe
@ensure_csrf_cookie
def teacher_page(request: HttpRequest) -> HttpResponse:
    return render(request, "app.html", {"entry": "src/teacher.tsx"})


@require_safe
@ensure_csrf_cookie
def offered_page(request: HttpRequest, key: str) -> HttpResponse:
    """The teacher's page, which says what it offers where that is for anyone."""
    link = request.build_absolute_uri(f"/offered/{quote(key)}")
    shown = {"entry": "src/teacher.tsx", "about": offer_described(key, link), "link": link}
    return render(request, "app.html", shown)


@require_safe
@xframe_options_exempt
@ensure_csrf_cookie
def student_page(request: HttpRequest, code: str = "") -> HttpResponse:
    """The page reads its code itself; a lesson's says where oEmbed is answered."""
    of_lesson = code if request.path.startswith("/s/") else ""
    link = request.build_absolute_uri(f"/s/{quote(of_lesson)}") if of_lesson else ""
    oembed = f"{request.build_absolute_uri('/oembed')}?{urlencode({'url': link})}" if link else ""
    about = lesson_described(request, of_lesson, link) if of_lesson else None
    shown = {"entry": "src/student.tsx", "oembed": oembed, "about": about, "link": link}
    return render(request, "app.html", shown)


@require_safe
def offline_worker(request: HttpRequest) -> HttpResponseBase:  # noqa: ARG001 (every view takes one)
    """The script that keeps lessons on a device; from here it may answer for the study pages, and for no others."""
    script = settings.STATICFILES_DIRS[0] / "offline.js"
    # Asked for anew each time, so that a newer one takes over.
    headers = {"Cache-Control": "no-cache"}
    return FileResponse(script.open("rb"), content_type="text/javascript; charset=utf-8", headers=headers)


def missing(request: HttpRequest) -> HttpResponse:  # noqa: ARG001 (every view takes one)
    """A file that is not there is no page of the web's router."""
    raise Http404


class PingView(APIView):
    """The bare framework's answer, for the benchmark and for health checks."""

    authentication_classes = ()
    permission_classes = (AllowAny,)
    schema = None

    def get(self, request: Request) -> Response:
        return Response({"ok": True})


class NothingView(APIView):
    """An API address that does not exist, as problem details."""

    authentication_classes = ()
    permission_classes = (AllowAny,)
    schema = None

    def initial(self, request: Request, *args: object, **kwargs: object) -> None:
        error = SentenceError("not_found", "There is nothing at this address.")
        raise error


api: list[URLPattern | URLResolver] = [
    path("", include("apps.accounts.urls")),
    path("", include("apps.work.urls")),
    path("", include("apps.lessons.urls")),
    path("", include("apps.classes.urls")),
    path("", include("apps.assignments.urls")),
    path("", include("apps.handouts.urls")),
    path("", include("apps.exchange.urls")),
    path("", include("apps.study.urls")),
    path("", include("apps.results.urls")),
    path("", include("apps.records.urls")),
    path("", include("apps.lti.urls")),
    path("", include("apps.privacy.urls")),
    path("ping/", PingView.as_view()),
    re_path(r"(?s)^.*$", NothingView.as_view()),
]
urlpatterns = [
    path("", include("apps.recordings.urls")),
    path("media/attached/<str:name>", attached),
    path("api/", include(api)),
    path("outbox/", outbox),
    path("oembed", OEmbedView.as_view()),
    path("lti/", include("apps.lti.page_urls")),
    path("s/", student_page),
    path("s/offline.js", offline_worker),
    path("s/<str:code>", student_page),
    path("c/", student_page),
    path("c/<str:code>", student_page),
    path("offered/<str:key>", offered_page),
    re_path(r"(?s)^(?:media|static)/.*$", missing),
    re_path(r"(?s)^.*$", teacher_page),
]
