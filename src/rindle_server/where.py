"""Where Rindle lies and where it keeps data: a checkout inside itself, a wheel with whoever runs it."""

from __future__ import annotations

from pathlib import Path

PACKAGE = Path(__file__).resolve().parent  # templates, tokens, fonts, screens and demo lie inside, so that a wheel runs
PROJECT = PACKAGE.parents[1]  # in a checkout; what lies there is only used where it is
KEPT = PROJECT / ".rindle" if (PROJECT / "pyproject.toml").exists() else Path.home() / ".rindle"


def shipped(inside: str, beside: Path) -> Path:
    """Something that a wheel carries inside the package and a checkout keeps beside it."""
    return PACKAGE / inside if (PACKAGE / inside).exists() else beside


__all__ = ["KEPT", "PACKAGE", "PROJECT", "shipped"]
