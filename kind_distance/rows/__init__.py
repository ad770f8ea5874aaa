"""What is kept of a painting: each kind of row described once, as a frozen dataclass whose fields carry marks.

From that one description follow the SQL, the history's packing, the open document, the API's models, all limits, and
what happens to a row when something it hangs on goes.
"""

from kind_distance.rows.brief import Brief, LightSpan
from kind_distance.rows.passes import CountPainted, PassRecord
from kind_distance.rows.planes import (
    BorderRecord,
    ElementRecord,
    HiddenBy,
    PairRecord,
    PlaneRecord,
    UnderlayRecord,
)
from kind_distance.rows.sessions import Counter, KeptPlace, MeantSo, SessionRecord
from kind_distance.rows.sources import (
    CardPlace,
    DepartureRecord,
    EditRecord,
    NoteRecord,
    ReserveRecord,
    SourceRecord,
    StrokeRecord,
    ThumbnailRecord,
)
from kind_distance.rows.state import State, next_number

Point = tuple[float, float]

__all__ = [
    "BorderRecord", "Brief", "CardPlace", "CountPainted", "Counter", "DepartureRecord", "EditRecord", "ElementRecord",
    "HiddenBy", "KeptPlace", "LightSpan", "MeantSo", "NoteRecord", "PairRecord", "PassRecord", "PlaneRecord", "Point",
    "ReserveRecord", "SessionRecord", "SourceRecord", "State", "StrokeRecord", "ThumbnailRecord", "UnderlayRecord",
    "next_number",
]  # fmt: skip
