"""As ``./run`` starts it: on loopback, with the mail outbox as a page and the demo teacher's sign-in."""

import sys

from config.settings.base import *  # noqa: F403
from config.settings.base import INSTALLED_APPS, MIDDLEWARE, ROOT

sys.path.insert(0, str(ROOT))
INSTALLED_APPS = [*INSTALLED_APPS, "demo"]
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
MIDDLEWARE = ["config.headers.LoopbackOnlyMiddleware", *MIDDLEWARE]

OUTBOX_PAGE = True
DEMO_SIGN_IN = True
