"""The WSGI door that granian serves."""

import os
from importlib import import_module

from django.conf import settings
from django.core.wsgi import get_wsgi_application

from config.memory import settle

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings.production")
application = get_wsgi_application()
# Every view is loaded before the first request comes.
import_module(settings.ROOT_URLCONF)
settle()
