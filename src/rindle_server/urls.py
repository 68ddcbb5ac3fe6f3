"""Paths: the API, and the front end for everything else."""

from django.urls import path, re_path

from rindle_server.api import api
from rindle_server.spa import FONT, font, front_end

urlpatterns = [path("api/", api.urls), path(f"fonts/{FONT}", font), re_path(r"^(?!api/).*$", front_end)]
