"""Django settings. Everything a firm may set comes from the environment, read once here."""

from __future__ import annotations

import os
import secrets
from pathlib import Path

BASE_DIR = Path(__file__).resolve().parents[2]
HOME = Path(os.environ.get("RINDLE_HOME", BASE_DIR / ".rindle" / "data"))
HOME.mkdir(parents=True, exist_ok=True)
CACHE = BASE_DIR / ".rindle" / "cache"  # what can be made again


def _secret_key() -> str:
    """A key of this data folder's own, made on first start."""
    kept = HOME / "secret-key"
    if not kept.exists():
        kept.touch(mode=0o600)
        kept.write_text(secrets.token_urlsafe(50), "utf-8")
    return kept.read_text("utf-8")


SECRET_KEY = _secret_key()
DEBUG = False
DEMO = os.environ.get("RINDLE_DEMO") == "1"
BENCH_TIME_SCALE = float(os.environ.get("RINDLE_BENCH_TIME_SCALE", "10"))  # terminal seconds in one of ours
BENCH_URL = os.environ.get("RINDLE_BENCH_URL", "")
# The laptop is reached by whatever address it has on the crew's network.
ALLOWED_HOSTS = os.environ.get("RINDLE_HOSTS", "127.0.0.1,localhost,testserver").split(",")
LISTEN = os.environ.get("RINDLE_LISTEN", "127.0.0.1")
WEB_DIST = Path(os.environ.get("RINDLE_WEB_DIST", BASE_DIR / "web" / "dist"))
FONT_DIR = BASE_DIR / "web" / "node_modules" / "@fontsource-variable" / "atkinson-hyperlegible-next" / "files"
DEMO_DIR = BASE_DIR / "demo"

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "rindle_server.stores",
    "rindle_server.jobs",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "rindle_server.spa.ContentSecurityPolicy",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
]
ROOT_URLCONF = "rindle_server.urls"
WSGI_APPLICATION = "rindle_server.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [Path(__file__).parent / "templates"],
        "OPTIONS": {"builtins": ["rindle_server.jobs.templatetags.rindle"]},
    }
]
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": HOME / "rindle.sqlite3",
        "OPTIONS": {
            # FULL: what a person has been told is saved survives a flat battery.
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
USE_TZ = True
TIME_ZONE = "UTC"
STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB_DIST if WEB_DIST.exists() else None
WHITENOISE_INDEX_FILE = False
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_AGE = 60 * 60 * 24 * 60  # two months: crews are offline for weeks
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_REFERRER_POLICY = "same-origin"
SILENCED_SYSTEM_CHECKS = ["security.W004", "security.W008", "security.W012", "security.W016"]  # plain HTTP on the laptop's own network
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {"django.request": {"handlers": ["console"], "level": "ERROR", "propagate": False}},
}
