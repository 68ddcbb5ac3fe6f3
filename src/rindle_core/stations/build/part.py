"""What Build comes to."""

from __future__ import annotations

from rindle_core.kernel.model import Model
from rindle_core.stations.build.steps import BuildResult


class BuildPart(Model):
    """What Build comes to; None without a terminal."""

    build: BuildResult | None


__all__ = ["BuildPart"]
