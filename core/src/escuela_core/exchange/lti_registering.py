"""How a learning platform and Escuela get to know each other by one address (LTI Dynamic Registration 1.0, 1EdTech):
what the platform says of itself, and what it is told. Nothing is trusted, as in ``lti``."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlsplit

from escuela_core.exchange.lti import LONGEST, ROSTER_SCOPE, SCORE_SCOPE, LaunchClaimError, address

TOOL = "https://purl.imsglobal.org/spec/lti-tool-configuration"


@dataclass(frozen=True, slots=True)
class Known:
    """A platform as it says of itself, and where it takes tools in."""

    issuer: str
    login_url: str
    token_url: str
    keys_url: str
    registration_url: str


def read_platform(told: object, read_at: str) -> Known:
    """The platform's configuration (OpenID Connect Discovery 1.0), as it was read at an address of its own. Raises
    LaunchClaimError, also where it speaks for another site than the one it was read from."""
    said: Mapping[str, Any] = told if isinstance(told, Mapping) else {}
    issuer = address(said.get("issuer"))
    if not issuer or urlsplit(issuer).hostname != urlsplit(read_at).hostname:
        raise LaunchClaimError("issuer")
    names = ("authorization_endpoint", "token_endpoint", "jwks_uri", "registration_endpoint")
    found = []
    for name in names:
        found.append(address(said.get(name)))
        if not found[-1]:
            raise LaunchClaimError(name)
    return Known(str(said["issuer"]), *found)


def tool(*, login: str, launch: str, keys: str) -> dict[str, Any]:
    """What the platform is told: where launches go, by which keys Escuela is believed, what it asks for."""
    domain = urlsplit(launch).netloc
    return {
        "application_type": "web",
        "response_types": ["id_token"],
        "grant_types": ["implicit", "client_credentials"],
        "initiate_login_uri": login,
        "redirect_uris": [launch],
        "client_name": "Escuela",
        "jwks_uri": keys,
        "token_endpoint_auth_method": "private_key_jwt",
        "scope": f"{SCORE_SCOPE} {ROSTER_SCOPE}",
        TOOL: {
            "domain": domain,
            "target_link_uri": launch,
            "claims": ["iss", "sub", "name", "given_name", "family_name"],
            "messages": [{"type": "LtiDeepLinkingRequest", "target_link_uri": launch, "label": "Escuela"}],
        },
    }


def read_registered(told: object) -> str:
    """The id that the platform has given us. Raises LaunchClaimError."""
    client = told.get("client_id") if isinstance(told, Mapping) else None
    if not isinstance(client, str) or not client.strip() or len(client) > LONGEST or "\x00" in client:
        raise LaunchClaimError("client_id")
    return client
