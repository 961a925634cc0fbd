"""Teachers, where they are signed in, what they did that a school may ask about. Students have no account."""

from __future__ import annotations

import uuid
from typing import ClassVar

from django.contrib.auth.base_user import AbstractBaseUser, BaseUserManager
from django.contrib.postgres.fields import ArrayField
from django.db import models


class UserManager(BaseUserManager["User"]):
    def create_user(self, email: str, password: str | None, *, name: str, language: str = "en") -> User:
        user = self.model(email=email.strip().lower(), name=name.strip(), language=language)
        user.set_password(password)
        user.save(using=self._db)
        return user


class User(AbstractBaseUser):
    """A teacher, known by mail address; ``confirmed_at`` is set by the link in the first mail."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    email = models.EmailField(unique=True)
    name = models.CharField(max_length=120)
    language = models.CharField(max_length=8, default="en")
    confirmed_at = models.DateTimeField(null=True)
    created_at = models.DateTimeField(auto_now_add=True)
    is_active = models.BooleanField(default=True)
    # The second step when signing in, where one is wished for: the sealed secret of the app's codes, the step of the
    # last one taken, and the sums of the codes kept on paper.
    totp = models.TextField(blank=True)
    totp_step = models.BigIntegerField(default=0)
    paper_codes = ArrayField(models.CharField(max_length=64), default=list)

    USERNAME_FIELD = "email"
    objects: ClassVar[UserManager] = UserManager()


class MailedLink(models.Model):
    """A link that was mailed, known by the sum of its secret; ``given`` is what it was asked for with."""

    class Purpose(models.TextChoices):
        REGISTER = "register"
        PASSWORD = "password"  # noqa: S105 (what it is for)
        ADDRESS = "address"

    sum = models.CharField(max_length=64, primary_key=True)
    purpose = models.CharField(max_length=10, choices=Purpose.choices)
    email = models.EmailField()
    given = models.JSONField(default=dict)
    made_at = models.DateTimeField(auto_now_add=True)


class SignedIn(models.Model):
    """One device on which a teacher is signed in."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="signed_in")
    session_key = models.CharField(max_length=40, unique=True)
    device = models.CharField(max_length=120, blank=True)
    since = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-since",)


class AuditEntry(models.Model):
    """Something a school may ask about: who did what, when, and to what by its title; no student's name, no answer."""

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="audit")
    action = models.CharField(max_length=20)
    about = models.CharField(max_length=200, blank=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-id",)


class Attempts(models.Model):
    """How often something was tried by somebody, until the count begins anew."""

    key = models.CharField(max_length=300, primary_key=True)
    count = models.PositiveIntegerField()
    until = models.DateTimeField()
