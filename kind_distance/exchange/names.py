"""Names of files that leave the application: the painting, what it is, and the day."""

from __future__ import annotations

import re
import unicodedata

LONGEST = 48


def file_name(title: str, what: str, day: str) -> str:
    """Name a file after its painting, what it holds and the day: ``"tea-terraces plan 2026-11-28"``.

    Only letters, digits and hyphens are left, so that it can be kept anywhere.

    Parameters
    ----------
    title : str
        Of the painting.
    what : str
        What it holds, e.g. ``"plan"``; empty for the painting itself.
    day : str
        ISO 8601.
    """
    plain = unicodedata.normalize("NFKD", title).encode("ascii", "ignore").decode()
    words = re.sub(r"[^A-Za-z0-9]+", "-", plain).strip("-").lower()[:LONGEST].rstrip("-") or "painting"
    return "-".join(each for each in (words, what, day) if each)
