"""Who is at the other end, and where they think to be, as far as the network can tell."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest
from rest_framework.request import Request


def address_of(request: HttpRequest) -> str:
    """The address of the device: behind so many trusted proxies (TRUSTED_PROXIES) the one that the first of them saw.

    What a device itself puts into the header stands further left and is not believed.
    """
    hops = [part.strip() for part in request.headers.get("X-Forwarded-For", "").split(",") if part.strip()]
    proxies = settings.TRUSTED_PROXIES
    if proxies and len(hops) >= proxies:
        return hops[-proxies]
    return str(request.META.get("REMOTE_ADDR", ""))


def site_of(request: HttpRequest | Request) -> str:
    """This server's own address as the browser has it, without a slash: what links that leave begin with."""
    return f"{request.scheme}://{request.get_host()}"
