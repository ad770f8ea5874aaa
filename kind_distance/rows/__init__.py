"""What is kept of a painting: each kind of row described once, as a frozen dataclass whose fields carry marks.

From that one description follow the SQL, the history's packing, the open document, the API's models, all limits, and
what happens to a row when something it hangs on goes.
"""

from kind_distance.rows.brief import Brief, LightSpan
from kind_distance.rows.easel import (
    CriterionRecord,
    MendRecord,
    RemarkRecord,
    StretchRecord,
    TickRecord,
    TouchRecord,
)
from kind_distance.rows.mixes import MixPart, MixRecord, TubeRecord, WetDryRecord
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
    "BorderRecord", "Brief", "CardPlace", "CountPainted", "Counter", "CriterionRecord", "MendRecord", "RemarkRecord",
    "StretchRecord", "TickRecord", "TouchRecord", "DepartureRecord", "EditRecord", "ElementRecord",
    "HiddenBy", "KeptPlace", "LightSpan", "MeantSo", "MixPart", "MixRecord", "NoteRecord", "PairRecord", "PassRecord",
    "PlaneRecord", "Point", "ReserveRecord", "SessionRecord", "SourceRecord", "State", "StrokeRecord",
    "ThumbnailRecord", "TubeRecord", "UnderlayRecord", "WetDryRecord", "next_number",
]  # fmt: skip
