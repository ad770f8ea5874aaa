"""Airs to practise in; made up."""

from __future__ import annotations

from kind_distance.core.paint.drying import Climate

AIRS = (
    Climate(14, 80, 0.1, 0),
    Climate(20, 50, 0.1, 0),
    Climate(18, 60, 2.0, 200),
    Climate(29, 35, 3.0, 600),
    Climate(8, 92, 0.4, 0),
)
