"""From a page to a PDF that lasts: PDF/A-2b, with tags and bookmarks, its typeface in it."""

from __future__ import annotations


def pdf_of(page: str, base_url: str) -> bytes:
    """The page as PDF/A-2b (ISO 19005-2): nothing outside of it is needed to read it in thirty years."""
    from weasyprint import HTML  # imported here: it is slow to load and only print needs it

    rendered: bytes = HTML(string=page, base_url=base_url).write_pdf(pdf_variant="pdf/a-2b", pdf_tags=True)
    return rendered


__all__ = ["pdf_of"]
