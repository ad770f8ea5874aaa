"""Airs to practise in, as one would say them; made up."""

from __future__ import annotations

from kind_distance.core.paint.drying import Climate

AIRS = (
    ("in a cool, damp room: 14 °C, 80 %, still", Climate(14, 80, 0.1, 0)),
    ("in the studio: 20 °C, 50 %, still", Climate(20, 50, 0.1, 0)),
    ("outdoors on a mild day: 18 °C, 60 %, a light wind", Climate(18, 60, 2.0, 200)),
    ("outdoors in summer: 29 °C, 35 %, a breeze and sun", Climate(29, 35, 3.0, 600)),
    ("by a lake at dawn: 8 °C, 92 %, hardly a breath", Climate(8, 92, 0.4, 0)),
)
