"""For a real server behind TLS: every cookie secure, no outbox page, no demo sign-in."""

import os

from config.settings.base import *  # noqa: F403

SECURE_SSL_REDIRECT = True
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
SECURE_HSTS_SECONDS = 60 * 60 * 24 * 365
SECURE_HSTS_INCLUDE_SUBDOMAINS = True
SECURE_HSTS_PRELOAD = True
SESSION_COOKIE_SECURE = True
CSRF_COOKIE_SECURE = True
EMAIL_BACKEND = "django.core.mail.backends.smtp.EmailBackend"
EMAIL_HOST = os.environ.get("ESCUELA_MAIL_HOST", "localhost")
EMAIL_PORT = int(os.environ.get("ESCUELA_MAIL_PORT", "587"))
EMAIL_HOST_USER = os.environ.get("ESCUELA_MAIL_USER", "")
EMAIL_HOST_PASSWORD = os.environ.get("ESCUELA_MAIL_PASSWORD", "")
EMAIL_USE_TLS = True
