"""Django settings. Everything a firm may set comes from the environment, read once here."""

from __future__ import annotations

import os
import secrets
import socket
from pathlib import Path
from typing import Any

from rindle_server.logs import logging_of
from rindle_server.network import own_address
from rindle_server.where import KEPT, PACKAGE, PROJECT, shipped

HOME = Path(os.environ.get("RINDLE_HOME", KEPT / "data"))
HOME.mkdir(parents=True, exist_ok=True, mode=0o700)
_KEY_LENGTH = 50


def _secret_key() -> str:
    """A key of this data folder's own, made on first start. One that was half written is made anew:

    people sign in again.
    """
    kept = HOME / "secret-key"
    found = kept.read_text("utf-8") if kept.exists() else ""
    if len(found) < _KEY_LENGTH:
        found = secrets.token_urlsafe(_KEY_LENGTH)
        part = HOME / f".part-key-{os.getpid()}"
        with os.fdopen(os.open(part, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "w") as file:
            file.write(found)
            file.flush()
            os.fsync(file.fileno())
        part.replace(kept)
    return found


def _own_names() -> list[str]:
    """Hosts by which this machine is asked for: what a browser says otherwise is refused (DNS rebinding)."""
    names = ["127.0.0.1", "localhost", "testserver", *os.environ.get("RINDLE_HOSTS", "").split(",")]
    if LISTEN != "127.0.0.1":
        host = socket.gethostname()
        names += [host, f"{host}.local", own_address(), LISTEN]
    return [name for name in names if name and name != "0.0.0.0"]


SECRET_KEY = _secret_key()
DEBUG = False
DEMO = os.environ.get("RINDLE_DEMO") == "1"
BENCH_TIME_SCALE = float(os.environ.get("RINDLE_BENCH_TIME_SCALE", "10"))  # terminal seconds in one of ours
BENCH_URL = os.environ.get("RINDLE_BENCH_URL", "")
LISTEN = os.environ.get("RINDLE_LISTEN", "127.0.0.1")
ALLOWED_HOSTS = _own_names()


WEB_DIST = Path(os.environ.get("RINDLE_WEB_DIST", shipped("screens", PROJECT / "web" / "dist")))
FONT_DIR = PACKAGE / "fonts"
DEMO_DIR = shipped("demo_data", PROJECT / "demo")
DATA_UPLOAD_MAX_MEMORY_SIZE = 10_000_000  # a list of sites of 8 MB, as JSON
FILE_UPLOAD_PERMISSIONS = 0o600
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.NumericPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
]

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "rindle_server.stores",
    "rindle_server.jobs",
]
MIDDLEWARE = [
    "rindle_server.logs.RequestLog",
    "django.middleware.gzip.GZipMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "rindle_server.spa.ContentSecurityPolicy",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "rindle_server.jobs.middleware.ActorMiddleware",
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
DATABASES: dict[str, Any] = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": HOME / "rindle.sqlite3",
        "TEST": {"NAME": HOME / "test.sqlite3"},  # a file like the real one: a database in memory locks otherwise
        "OPTIONS": {
            # FULL: what a person has been told is saved survives a flat battery.
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
        },
    }
}
if os.environ.get("DATABASE_URL"):
    import dj_database_url  # only where a server of databases is wanted: ./rindle extras installs it

    DATABASES = {"default": dj_database_url.parse(os.environ["DATABASE_URL"], conn_health_checks=True)}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
USE_TZ = True
TIME_ZONE = "UTC"
STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB_DIST if WEB_DIST.exists() else None
WHITENOISE_INDEX_FILE = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"  # named by their content: kept by the browser for good
TLS = bool(os.environ.get("RINDLE_TLS"))
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = TLS
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_AGE = 60 * 60 * 24 * 60  # two months: crews are offline for weeks
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_REFERRER_POLICY = "same-origin"
SILENCED_SYSTEM_CHECKS = [
    "security.W004",
    "security.W008",
    "security.W012",
    "security.W016",
]  # plain HTTP on the laptop's own network
LOGGING = logging_of(HOME)
