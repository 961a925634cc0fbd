"""The record store over HTTP, for its teacher."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.records import services
from apps.records.serializers import StoreIn, StoreOrNoneOut
from config.api import TeacherView, parsed
from config.client import site_of
from config.shapes import respond


class StoreView(TeacherView):
    @extend_schema(responses=StoreOrNoneOut)
    def get(self, request: Request) -> Response:
        return self.shown()

    @extend_schema(request=StoreIn, responses=StoreOrNoneOut)
    def put(self, request: Request) -> Response:
        """Have statements sent there from now on."""
        site = site_of(request)
        services.send_to(self.teacher, site, **parsed(StoreIn, request))
        return self.shown()

    @extend_schema(request=None, responses={200: StoreOrNoneOut})
    def delete(self, request: Request) -> Response:
        """Nothing more is sent; what the store has stays there."""
        store = services.store_of(self.teacher)
        if store is not None:
            store.remove()
        return self.shown()

    def shown(self) -> Response:
        store = services.store_of(self.teacher)
        known = store and {n: getattr(store, n) for n in ("url", "key", "names")} | services.state_of(self.teacher)
        return respond(StoreOrNoneOut.model_validate({"store": known}))


class StoreAgainView(StoreView):
    http_method_names = ("post", "options")

    @extend_schema(request=None, responses=StoreOrNoneOut)
    def post(self, request: Request) -> Response:
        """Try again what did not arrive."""
        services.try_again(self.teacher)
        return self.shown()
