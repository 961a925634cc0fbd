"""Shapes in and out of the accounts' addresses."""

from rest_framework import serializers

LANGUAGES = ("en", "es")


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
    password = serializers.CharField(max_length=200, trim_whitespace=False)
    name = serializers.CharField(max_length=120)
    language = serializers.ChoiceField(LANGUAGES, default="en")


class SignInIn(serializers.Serializer[object]):
    email = serializers.CharField(max_length=254)
    password = serializers.CharField(max_length=200, trim_whitespace=False)


class MailIn(serializers.Serializer[object]):
    email = serializers.EmailField()


class TokenIn(serializers.Serializer[object]):
    token = serializers.CharField(max_length=400)


class NewPasswordIn(serializers.Serializer[object]):
    user = serializers.UUIDField()
    token = serializers.CharField(max_length=200)
    password = serializers.CharField(max_length=200, trim_whitespace=False)


class LanguageIn(serializers.Serializer[object]):
    language = serializers.ChoiceField(LANGUAGES)
