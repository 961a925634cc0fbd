"""What every setting shares. Secrets and places come from the environment; ``./run`` makes them on its first start."""

from __future__ import annotations

import json
import os
from pathlib import Path
from typing import Any

import dj_database_url

ROOT = Path(__file__).resolve().parents[3]
STATE = Path(os.environ.get("ESCUELA_STATE", ROOT / ".state"))

SECRET_KEY = os.environ.get("ESCUELA_SECRET_KEY", "")
DEBUG = False
ALLOWED_HOSTS = os.environ.get("ESCUELA_HOSTS", "127.0.0.1,localhost").split(",")
CSRF_TRUSTED_ORIGINS = [o for o in os.environ.get("ESCUELA_ORIGINS", "").split(",") if o]

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "procrastinate.contrib.django",
    "rest_framework",
    "drf_spectacular",
    "django_vite",
    "axes",
    "apps.accounts",
    "apps.work",
    "apps.recordings",
    "apps.lessons",
    "apps.classes",
    "apps.assignments",
    "apps.handouts",
    "apps.exchange",
    "apps.room",
    "apps.study",
    "apps.results",
    "apps.records",
    "apps.lti",
    "apps.privacy",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "config.headers.ContentPolicyMiddleware",
    "config.headers.NoStoreMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
TEMPLATES: list[dict[str, Any]] = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [ROOT / "server" / "templates"],
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]

# Requests take a connection from the pool and give it back: threads that wait for slow readers of media hold none.
_POOL = {"min_size": 2, "max_size": int(os.environ.get("ESCUELA_CONNECTIONS", "10")), "timeout": 20}
DATABASES = {"default": dj_database_url.config(default="postgresql://localhost/app", conn_max_age=0)}
DATABASES["default"]["OPTIONS"] = {"pool": _POOL}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
AXES_FAILURE_LIMIT = 6
AXES_COOLOFF_TIME = 0.25
# The name under which services.sign_in passes the mail address on; axes would look for "email" and never lock.
AXES_USERNAME_FORM_FIELD = "username"
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_CLIENT_IP_CALLABLE = "config.client.address_of"
AXES_LOCKOUT_CALLABLE = "config.errors.locked_out"
AXES_ENABLE_ACCESS_FAILURE_LOG = False
# How many proxies of our own stand before this server; each adds an address to X-Forwarded-For.
TRUSTED_PROXIES = int(os.environ.get("ESCUELA_PROXIES", "0"))
# Files from outside are read in processes of their own (apps.work.limited); only tests of other things do without.
READ_APART = True
# How many browsers one process keeps told of what happens in a room (apps.room.events); each holds one of its threads.
ROOM_STREAMS = int(os.environ.get("ESCUELA_ROOM_STREAMS", "200"))
# How long what students did is kept after they were last there.
ANSWERS_KEPT_DAYS = int(os.environ.get("ESCUELA_ANSWERS_KEPT_DAYS", "730"))

SESSION_COOKIE_AGE = 60 * 60 * 24 * 30
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
X_FRAME_OPTIONS = "DENY"
SECURE_REFERRER_POLICY = "same-origin"

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_TZ = True
USE_I18N = False

STATIC_URL = "static/"
STATIC_ROOT = STATE / "static"
STATICFILES_DIRS = [ROOT / "web" / "dist"]
DJANGO_VITE = {"default": {"dev_mode": False, "manifest_path": ROOT / "web" / "dist" / "manifest.json"}}
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
# Vite puts a hash of eight letters or more into the names under assets/.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+/assets/.+-[\w-]{8,}\.[a-z0-9]+$"

MEDIA_FOLDER = Path(os.environ.get("ESCUELA_MEDIA", STATE / "media"))
LARGEST_UPLOAD_BYTES = 2_000_000_000
# What one teacher's recordings may take on the disk.
TEACHER_ROOM_BYTES = int(float(os.environ.get("ESCUELA_TEACHER_ROOM_GB", "20")) * 1_000_000_000)
# Files come by resumable upload alone; what a form brings is passed over.
FILE_UPLOAD_HANDLERS: list[str] = []
# Hosts of recordings (see apps.recordings.hosts and docs/formats.md), and "name:port" of private addresses that
# links may lead to.
RECORDING_HOSTS: list[dict[str, Any]] = json.loads(os.environ.get("ESCUELA_RECORDING_HOSTS", "[]"))
LINKS_ALLOWED = [a for a in os.environ.get("ESCUELA_LINKS_ALLOWED", "").split(",") if a]
# Speech recognition: empty for the packaged model, the path of another model's folder, or "off".
RECOGNISER = os.environ.get("ESCUELA_RECOGNISER", "")
MODELS_FOLDER = STATE / "models"
# A text-generation service that writes items (apps.lessons.writing.writers, docs/formats.md); its key comes alone.
WRITER: dict[str, Any] = json.loads(os.environ.get("ESCUELA_WRITER", "{}"))
WRITER_KEY = os.environ.get("ESCUELA_WRITER_KEY", "")
DATA_UPLOAD_MAX_MEMORY_SIZE = 3_000_000

EMAIL_BACKEND = "django.core.mail.backends.filebased.EmailBackend"
EMAIL_FILE_PATH = STATE / "outbox"
DEFAULT_FROM_EMAIL = "Escuela <escuela@puerto-lumbre.example>"
# The stand-in mail outbox as a page, and the demo teacher's one-press sign-in; off in production.
OUTBOX_PAGE = False
DEMO_SIGN_IN = False

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["rest_framework.authentication.SessionAuthentication"],
    "DEFAULT_PERMISSION_CLASSES": ["rest_framework.permissions.IsAuthenticated"],
    "DEFAULT_PARSER_CLASSES": ["rest_framework.parsers.JSONParser"],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PAGINATION_CLASS": "rest_framework.pagination.LimitOffsetPagination",
    "PAGE_SIZE": 50,
    "EXCEPTION_HANDLER": "config.errors.problem",
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "UNAUTHENTICATED_USER": None,
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Escuela",
    "VERSION": "1",
    "SERVE_INCLUDE_SCHEMA": False,
    "COMPONENT_SPLIT_REQUEST": True,
    "ENUM_GENERATE_CHOICE_DESCRIPTION": False,
    "ENUM_NAME_OVERRIDES": {
        "StepStateEnum": ["waiting", "running", "done"],
        "AssignmentStateEnum": ["not_yet", "open", "late", "closed"],
        "ItemKindEnum": "escuela_core.items.KINDS",
        "WrittenKindEnum": "escuela_core.writing.KINDS",
        "MaterialKindEnum": "escuela_core.materials.KINDS",
        "MaterialPlaceEnum": "escuela_core.materials.PLACES",
        "StudyMaterialPlaceEnum": ["before", "during", "after"],
        "ItemPlaceEnum": ["pool", "lesson", "dropped"],
        "ProgressEnum": ["to_do", "doing", "done"],
        "LookStateEnum": ["none", "asked", "upheld", "accepted"],
        "ReachEnum": "link colleagues anyone".split(),
        "DepthEnum": "escuela_core.items.model.DEPTHS",
        "HandoutFormEnum": "escuela_core.handouts.FORMS",
        "LeavingFormEnum": "archive qti cartridge xlsx csv items track".split(),
        "PartKindEnum": "escuela_core.handouts.PART_KINDS",
        "CellStateEnum": "not_reached skipped not_sure out_of_time wrong right waiting marked read".split(),
    },
}
PROCRASTINATE_IMPORT_PATHS = [
    "apps.accounts.mailing",
    "apps.work.tasks",
    "apps.lessons.checking.jobs",
    "apps.lessons.bringing_in.services",
    "apps.privacy.tidying",
]
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"line": {"format": "{asctime} {levelname} {name}: {message}", "style": "{"}},
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "line"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
