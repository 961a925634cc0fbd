"""For the tests: fast passwords, mail in memory, nothing outside a temporary folder."""

import sys
import tempfile
from pathlib import Path

from config.settings.base import *  # noqa: F403
from config.settings.base import DATABASES, INSTALLED_APPS, ROOT, STORAGES

sys.path.insert(0, str(ROOT))
INSTALLED_APPS = [*INSTALLED_APPS, "demo"]

# No pool keeps a connection to a database that is about to be removed.
DATABASES = {"default": {**DATABASES["default"], "OPTIONS": {}}}
SECRET_KEY = "only-for-tests-" + "x" * 40
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
EMAIL_BACKEND = "django.core.mail.backends.locmem.EmailBackend"
OUTBOX_PAGE = True
DEMO_SIGN_IN = True
ALLOWED_HOSTS = ["*"]
MEDIA_FOLDER = Path(tempfile.mkdtemp(prefix="escuela-media-"))
STATIC_ROOT = Path(tempfile.mkdtemp(prefix="escuela-static-"))
STORAGES = {**STORAGES, "staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"}}
RECOGNISER = "stand-in"
READ_APART = False
