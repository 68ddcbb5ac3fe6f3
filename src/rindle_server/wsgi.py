"""WSGI entry."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "rindle_server.settings")
application = get_wsgi_application()
