"""Write the sample painting that an empty shelf offers: the demo's tea terraces as an open document, without dates."""

from __future__ import annotations

import json
import tempfile
from datetime import datetime
from pathlib import Path

from kind_distance.demo.seed import TEA, _begun, _do, _kept, _session
from kind_distance.store.database import migrate, opened
from kind_distance.studio.document.writing import document_of
from kind_distance.studio.paintings import minutes_now
from kind_distance.studio.survey import survey

TARGET = Path(__file__).resolve().parents[1] / "kind_distance" / "demo" / "sample.json"
DAY_ONE = datetime(2026, 6, 6, 9, 0)  # noqa: DTZ001  local wall time; moved to the coming days when it is opened


def main() -> None:
    """Write it."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "sample.sqlite"
        with opened(file) as db:
            migrate(db)
        now = minutes_now(DAY_ONE)
        state = _do(
            file,
            _begun(file, TEA, now),
            now,
            [
                _kept(4, 0.004, 0.014),
                _kept(3, 0.008, 0.02, name="3 steps, large shapes"),
                ("set_focus", {"x": 0.315, "y": 0.5, "reach": 0.12}),
                ("take_usual_box", {}),
                ("set_brief", {"title": "Sample: tea terraces"}),
                _session(DAY_ONE, 110, "studio"),
                _session(DAY_ONE.replace(day=7, hour=14), 150, "studio"),
            ],
        )
        document = document_of(state, survey(file, state, now), originals=True)
    TARGET.write_text(json.dumps(document, indent=1, ensure_ascii=False) + "\n", "utf-8")


if __name__ == "__main__":
    main()
