"""Paths: the API, and the front end for everything else."""

from django.urls import path, re_path

from rindle_server.api import api
from rindle_server.spa import front_end

urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/).*$", front_end)]
