"""Shapes in and out of the accounts' addresses."""

from rest_framework import serializers

LANGUAGES = ("en", "es")


class PasswordField(serializers.CharField):
    def __init__(self) -> None:
        super().__init__(max_length=200, trim_whitespace=False)


class UserOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    name = serializers.CharField()
    email = serializers.EmailField()
    language = serializers.ChoiceField(LANGUAGES)


class SessionOut(serializers.Serializer[object]):
    user = UserOut(allow_null=True)
    demo = serializers.BooleanField()
    outbox = serializers.BooleanField()
    hosts = serializers.ListField(child=serializers.CharField())


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


class SecondFactorOut(serializers.Serializer[object]):
    """Whether a code is asked for when signing in, and how many of those on paper are left."""

    on = serializers.BooleanField()
    paper_left = serializers.IntegerField()


class NewSecretOut(serializers.Serializer[object]):
    """For the app on the phone: as text, and as a picture that holds itself."""

    secret = serializers.CharField()
    qr = serializers.CharField()


class CodeIn(serializers.Serializer[object]):
    code = serializers.CharField(max_length=20)


class PasswordAndCodeIn(PasswordIn, CodeIn):
    pass


class PaperCodesOut(serializers.Serializer[object]):
    """To be written down; they are told this once."""

    codes = serializers.ListField(child=serializers.CharField())


class SignedInOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    device = serializers.CharField()
    since = serializers.DateTimeField()
    here = serializers.BooleanField()


class AuditOut(serializers.Serializer[object]):
    action = serializers.CharField()
    about = serializers.CharField()
    at = serializers.DateTimeField()
