"""A lesson in a page of somebody else: the frame to paste, and the answer of oEmbed (1.0, oembed.com) for its link."""

from __future__ import annotations

import re
from html import escape
from typing import Any
from urllib.parse import urlsplit

from django.http import Http404
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from apps.accounts import limits
from apps.assignments.models import Assignment
from config.client import address_of, site_of

WIDTH, HEIGHT = 960, 720
_LINK = re.compile(r"^/s/(?P<code>[a-z0-9]{4,12})/?$", re.IGNORECASE)


def frame(link: str, title: str, width: int = WIDTH, height: int = HEIGHT) -> str:
    """The frame that shows the lesson under ``link``; as wide as its page lets it be."""
    return (
        f'<iframe src="{escape(link)}" title="{escape(title)}" width="{width}" height="{height}" '
        'style="border:0;max-width:100%" allow="autoplay; fullscreen" loading="lazy"></iframe>'
    )


class OEmbedView(APIView):
    """Answers ``/oembed?url=LINK``, as pages ask that turn a link into what it leads to."""

    authentication_classes = ()
    permission_classes = (AllowAny,)

    @extend_schema(exclude=True)
    def get(self, request: Request) -> Response:
        limits.require(limits.WRONG_CODES_FROM, address_of(request))
        link = urlsplit(request.query_params.get("url", ""))
        found = _LINK.match(link.path) if link.netloc == request.get_host() else None
        given = (
            Assignment.objects.select_related("edition").filter(code=found["code"].lower()).first() if found else None
        )
        if given is None:
            limits.count(limits.WRONG_CODES_FROM, address_of(request))
            raise Http404
        here = site_of(request)
        title = str(given.edition.content["title"])
        width, height = _within(request, "maxwidth", WIDTH), _within(request, "maxheight", HEIGHT)
        answer: dict[str, Any] = {
            "version": "1.0",
            "type": "rich",
            "title": title,
            "provider_name": "Escuela",
            "provider_url": here,
            "width": width,
            "height": height,
            "html": frame(f"{here}/s/{given.code}", title, width, height),
        }
        return Response(answer, headers={"Access-Control-Allow-Origin": "*"})


def _within(request: Request, name: str, most: int) -> int:
    asked = request.query_params.get(name, "")
    return min(most, int(asked)) if asked.isascii() and asked.isdigit() and len(asked) < 6 and int(asked) else most
