"""Teachers. Students have no account."""

from __future__ import annotations

import uuid
from typing import ClassVar

from django.contrib.auth.base_user import AbstractBaseUser, BaseUserManager
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

    USERNAME_FIELD = "email"
    objects: ClassVar[UserManager] = UserManager()
