"""What the stand-in learning platform knows of its one course, and what it signs and believes (LTI 1.3)."""

from __future__ import annotations

import json
import secrets
import time
import urllib.request
from typing import Any

from joserfc import jwt
from joserfc.errors import JoseError
from joserfc.jwk import KeySet, RSAKey

CLAIM = "https://purl.imsglobal.org/spec/lti/claim/"
DEEP_LINKING = "https://purl.imsglobal.org/spec/lti-dl/claim/"
MEMBERSHIP = "http://purl.imsglobal.org/vocab/lis/v2/membership#"
AGS = "https://purl.imsglobal.org/spec/lti-ags/"
CLIENT = "escuela-lumbre"
PEOPLE = [
    {"user_id": "t-edda", "name": "Edda Voss", "roles": [f"{MEMBERSHIP}Instructor"], "status": "Active"},
    {"user_id": "s-ana", "name": "Ana Ruiz", "roles": [f"{MEMBERSHIP}Learner"], "status": "Active"},
    {"user_id": "s-bo", "given_name": "Bo", "family_name": "Lind", "roles": [f"{MEMBERSHIP}Learner"]},
    {"user_id": "s-quiet", "roles": [f"{MEMBERSHIP}Learner"], "status": "Active"},
    {"user_id": "s-left", "name": "Cy Lost", "roles": [f"{MEMBERSHIP}Learner"], "status": "Inactive"},
]
COURSE = {"id": "course-7", "title": "Boats and locks, year 7"}


class Platform:
    """One platform with one course; everything it knows is gone when it ends."""

    def __init__(self, port: int) -> None:
        # People come by one name and services by the other, so that for a browser it is another site than Escuela.
        self.issuer, self.services = f"http://localhost:{port}", f"http://127.0.0.1:{port}"
        self.key, self.stranger = RSAKey.generate_key(2048), RSAKey.generate_key(2048)
        self.kid = secrets.token_hex(4)
        self.tool = {"login": "", "launch": "", "keys": ""}
        self.people = PEOPLE
        self.links: list[dict[str, Any]] = []
        self.scores: list[dict[str, Any]] = []
        self.tokens: dict[str, str] = {}
        self.introduction = secrets.token_urlsafe(16)
        # As whom it speaks: as it was told to the tool, by hand or by registering.
        self.issuer_said = self.issuer
        self.misbehaves = ""
        self.last_token = ""

    def signed(self, claims: dict[str, Any], wrong: str) -> str:
        key = self.stranger if wrong == "key" else self.key
        return jwt.encode({"alg": "RS256", "kid": self.kid, "typ": "JWT"}, claims, key)

    def id_token(self, asked: dict[str, str]) -> str:
        """The message of one launch; what is ``wrong`` with it stands in the hint, as which link it is."""
        link, _, wrong = asked.get("lti_message_hint", "").partition("!")
        if wrong == "replayed":
            return self.last_token
        person = next(p for p in self.people if p["user_id"] == asked["login_hint"])
        now = int(time.time())
        told: dict[str, Any] = {n: person[n] for n in ("name", "given_name", "family_name") if n in person}
        claims = told | {
            "iss": self.issuer_said,
            "aud": "somebody-else" if wrong == "audience" else CLIENT,
            "sub": person["user_id"],
            "iat": now - (7_200 if wrong == "old" else 0),
            "exp": now + (-3_600 if wrong == "old" else 300),
            "nonce": "made-up" if wrong == "nonce" else asked["nonce"],
            f"{CLAIM}version": "1.3.0",
            f"{CLAIM}deployment_id": "1",
            f"{CLAIM}target_link_uri": self.tool["launch"],
            f"{CLAIM}roles": person["roles"],
            f"{CLAIM}context": COURSE,
            "https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice": {
                "context_memberships_url": f"{self.services}/members",
                "service_versions": ["2.0"],
            },
        }
        claims |= self.of_choosing() if link == "choose" else self.of_link(int(link))
        self.last_token = self.signed(claims, wrong)
        return self.last_token

    def of_choosing(self) -> dict[str, Any]:
        wanted = {
            "deep_link_return_url": f"{self.issuer}/return",
            "accept_types": ["ltiResourceLink"],
            "accept_presentation_document_targets": ["iframe"],
            "accept_lineitem": True,
            "data": "cell 4",
        }
        return {f"{CLAIM}message_type": "LtiDeepLinkingRequest", f"{DEEP_LINKING}deep_linking_settings": wanted}

    def of_link(self, number: int) -> dict[str, Any]:
        link = self.links[number]
        endpoint = {"scope": [f"{AGS}scope/score"], "lineitem": f"{self.services}/columns/{number}?type=lesson"}
        return {
            f"{CLAIM}message_type": "LtiResourceLinkRequest",
            f"{CLAIM}resource_link": {"id": f"link-{number}", "title": link["title"]},
            f"{CLAIM}custom": link["custom"],
            f"{AGS}claim/endpoint": endpoint,
        }

    def take(self, token: str) -> str:
        """Put what was chosen into the course; empty, or why it was not taken."""
        claims = self.believed(token)
        if claims is None or claims.get(f"{DEEP_LINKING}data") != "cell 4" or claims.get("aud") != self.issuer_said:
            return "The choice could not be believed."
        self.links += claims[f"{DEEP_LINKING}content_items"]
        return ""

    def believed(self, token: str) -> dict[str, Any] | None:
        """The claims of what the tool has signed, by the keys it publishes."""
        try:
            keys = KeySet.import_key_set(self.tool_keys())
            claims = dict(jwt.decode(token, keys, algorithms=["RS256"]).claims)
        except (JoseError, ValueError, OSError, KeyError):
            return None
        return claims if claims.get("iss") == CLIENT and claims.get("exp", 0) > time.time() else None

    def tool_keys(self) -> Any:
        with urllib.request.urlopen(self.tool["keys"], timeout=5) as answer:
            return json.load(answer)

    def may(self, environ: dict[str, Any], scope: str) -> bool:
        token = environ.get("HTTP_AUTHORIZATION", "").removeprefix("Bearer ")
        return scope in self.tokens.get(token, "").split()
