"""Shapes in and out of the accounts' addresses."""

from __future__ import annotations

from datetime import datetime
from typing import Literal, get_args
from uuid import UUID

from pydantic import RootModel
from rest_framework import serializers

from config.shapes import Shape

Language = Literal["en", "es"]
LANGUAGES: tuple[Language, ...] = get_args(Language)


class PasswordField(serializers.CharField):
    def __init__(self) -> None:
        super().__init__(max_length=200, trim_whitespace=False)


class UserOut(Shape):
    id: UUID
    name: str
    email: str
    language: Language


class SessionOut(Shape):
    """Who is signed in, and what this server has: a demo to try, a page of the mails sent, hosts to search."""

    user: UserOut | None
    demo: bool
    outbox: bool
    hosts: list[str]


class RegisterIn(serializers.Serializer[object]):
    email = serializers.EmailField()
    name = serializers.CharField(max_length=120)
    language = serializers.ChoiceField(LANGUAGES, default="en")


class SignInIn(serializers.Serializer[object]):
    email = serializers.CharField(max_length=254)
    password = PasswordField()
    code = serializers.CharField(max_length=20, allow_blank=True, default="")


class MailIn(serializers.Serializer[object]):
    email = serializers.EmailField()


class LinkIn(serializers.Serializer[object]):
    token = serializers.CharField(max_length=200)


class SetPasswordIn(LinkIn):
    password = PasswordField()


class LanguageIn(serializers.Serializer[object]):
    language = serializers.ChoiceField(LANGUAGES)


class ChangePasswordIn(serializers.Serializer[object]):
    old = PasswordField()
    new = PasswordField()


class NewAddressIn(serializers.Serializer[object]):
    email = serializers.EmailField()
    password = PasswordField()


class PasswordIn(serializers.Serializer[object]):
    password = PasswordField()


class SecondFactorOut(Shape):
    """Whether a code is asked for when signing in, and how many of those on paper are left."""

    on: bool
    paper_left: int


class NewSecretOut(Shape):
    """For the app on the phone: as text, and as a picture that holds itself."""

    secret: str
    qr: str


class CodeIn(serializers.Serializer[object]):
    code = serializers.CharField(max_length=20)


class PasswordAndCodeIn(PasswordIn, CodeIn):
    pass


class PaperCodesOut(Shape):
    """To be written down; they are told this once."""

    codes: list[str]


class SignedInOut(Shape):
    """A place where the teacher is signed in; ``here``: it is this one."""

    id: UUID
    device: str
    since: datetime
    here: bool


class SignedInsOut(RootModel[list[SignedInOut]]):
    pass


class AuditOut(Shape):
    action: str
    about: str
    at: datetime


class AuditsOut(RootModel[list[AuditOut]]):
    pass
