"""What is kept of a painting, as frozen dataclasses. A change makes a new `State`; nothing is altered in place."""

from __future__ import annotations

from dataclasses import dataclass, field

Point = tuple[float, float]


@dataclass(frozen=True)
class Brief:
    """What the painter wants, and the choices that hold for the whole painting; lengths in cm."""

    title: str
    idea: str = ""
    medium: str = "acrylic"
    support: str = "board"
    width_cm: float = 30.5
    height_cm: float = 22.9
    unit: str = "cm"
    ground: str = "white"
    school: str = "far_to_near"
    veil: str = "clear"
    visibility_km: float | None = None
    pull: float = 0.5
    key: str = "full"
    gap: float = 0.6
    main_source: int | None = None
    chosen_thumbnail: int | None = None
    passes_by_hand: bool = False
    focus_x: float | None = None
    focus_y: float | None = None
    focus_reach: float | None = None
    drawing_medium: str = "pencil"
    drawing_detail: str = "masses"
    airlight: str | None = None
    deadline: str | None = None
    deadline_for: str = ""
    light: str = ""


@dataclass(frozen=True)
class CardPlace:
    """Where the reference for colour was pressed, in shares of the photo as it came, and the gains found there."""

    x: float
    y: float
    red: float
    green: float
    blue: float


@dataclass(frozen=True)
class SourceRecord:
    """A picture that belongs to a painting.

    Places on it (strokes, notes, crops, focus, departures) are shares of the picture as straightened.
    """

    number: int
    picture_hash: str
    name: str
    purpose: str
    format: str
    width_px: int
    height_px: int
    taken_at: str | None = None
    lens: str | None = None
    latitude: float | None = None
    longitude: float | None = None
    place_shared: bool = False
    remark: str = ""
    kind: str = "photo"
    maker: str = ""
    permission: str = ""
    standing: str = ""
    access: str = ""
    light_deg: float | None = None
    made_from: int | None = None
    tilt_deg: float = 0.0
    horizon: float | None = None
    card: str | None = None
    card_places: tuple[CardPlace, ...] = ()
    corners: tuple[Point, ...] = ()
    air_veil: str | None = None
    air_visibility_km: float | None = None


@dataclass(frozen=True)
class NoteRecord:
    """A note pinned on a source.

    A scale mark spans from (x, y) to (x2, y2) and says how long that is; gaze, leading line and cast shadow run from
    the one to the other.
    """

    number: int
    source: int
    kind: str
    x: float
    y: float
    text: str
    x2: float | None = None
    y2: float | None = None
    length_m: float | None = None


@dataclass(frozen=True)
class DepartureRecord:
    """A planned departure from a source, drawn on it, with its reason."""

    number: int
    source: int
    kind: str
    points: tuple[Point, ...]
    reason: str
    shift_x: float = 0.0
    shift_y: float = 0.0
    low: float | None = None
    high: float | None = None


@dataclass(frozen=True)
class EditRecord:
    """A shape changed by hand on a thumbnail, in shares of the thumbnail."""

    kind: str
    points: tuple[Point, ...]
    step: int | None = None
    width: float = 0.02


@dataclass(frozen=True)
class ThumbnailRecord:
    """The settings of a thumbnail that was kept; the picture follows from them."""

    number: int
    source: int
    name: str
    steps: int
    smallest_share: float
    softness: float
    even: bool = False
    cuts: tuple[float, ...] | None = None
    crop: tuple[int, int, int, int] | None = None
    key: str | None = None
    departed: bool = False
    edits: tuple[EditRecord, ...] = ()
    later: str | None = None


@dataclass(frozen=True)
class PlaneRecord:
    """A plane as the painter named it; rank 1 is the farthest."""

    number: int
    rank: int
    name: str
    kind: str = "land"
    distance_m: float | None = None
    locked_value: float | None = None
    nature: str = "solid"
    body: str = ""
    marks: str = ""
    brush: str = ""


@dataclass(frozen=True)
class StrokeRecord:
    """A stroke on the main picture; points are shares of its width and height."""

    number: int
    plane: int
    kind: str
    width: float
    points: tuple[Point, ...]


@dataclass(frozen=True)
class PairRecord:
    """What the painter wants where two planes meet (by their numbers)."""

    far: int
    near: int
    gap: float | None = None
    direction: int | None = None


@dataclass(frozen=True)
class PassRecord:
    """A pass set by hand, in its place in the order; minutes of the clock where it is done."""

    number: int
    place: int
    kind: str
    plane: int | None
    title: str
    paint: str
    minutes: int
    thickness: float
    why: str
    done_start: int | None = None
    done_end: int | None = None
    planned_min: int | None = None
    brush_mm: float | None = None
    in_light: bool = False
    element: int | None = None
    aid: str = ""


@dataclass(frozen=True)
class SessionRecord:
    """A painting session; `start` is local time, ISO 8601 to the minute."""

    number: int
    start: str
    minutes: int
    place: str = ""
    outdoors: bool = False
    temperature_c: float = 20.0
    humidity: float = 50.0
    wind_m_s: float = 0.1
    sun_w_m2: float = 0.0
    setup_min: int = 0
    cleanup_min: int = 0
    unbroken_min: int | None = None


@dataclass(frozen=True)
class ElementRecord:
    """A thing in the picture; `plane` is the number of its plane, x and y where it stands on the main picture."""

    number: int
    name: str
    plane: int | None = None
    x: float | None = None
    y: float | None = None
    body: str = ""
    marks: str = ""
    brush: str = ""


@dataclass(frozen=True)
class ReserveRecord:
    """A light that is kept: its outline on the main picture and how it is kept."""

    number: int
    name: str
    way: str
    points: tuple[Point, ...]


@dataclass(frozen=True)
class KeptPlace:
    """One place in a plan that the painter took: a pass, its session, and the clock minute it does not begin before.

    By hand it begins just then, whatever the paint says.
    """

    place: int
    layer_pass: int
    session: int
    not_before: int = 0
    by_hand: bool = False


@dataclass(frozen=True)
class MeantSo:
    """A judgement the painter silenced, with the reason."""

    key: str
    reason: str


@dataclass(frozen=True)
class State:
    """All that a painter can change of a painting; what undo brings back."""

    brief: Brief
    sources: tuple[SourceRecord, ...] = ()
    thumbnails: tuple[ThumbnailRecord, ...] = ()
    planes: tuple[PlaneRecord, ...] = ()
    strokes: tuple[StrokeRecord, ...] = ()
    pairs: tuple[PairRecord, ...] = ()
    passes: tuple[PassRecord, ...] = ()
    sessions: tuple[SessionRecord, ...] = ()
    meant_so: tuple[MeantSo, ...] = ()
    notes: tuple[NoteRecord, ...] = ()
    departures: tuple[DepartureRecord, ...] = ()
    elements: tuple[ElementRecord, ...] = ()
    reserves: tuple[ReserveRecord, ...] = ()
    kept_plan: tuple[KeptPlace, ...] = ()


@dataclass(frozen=True)
class HistoryEntry:
    """One change: its number, when, and what was done in the painter's words."""

    number: int
    at: str
    what: str


@dataclass(frozen=True)
class Painting:
    """A painting as it stands."""

    id: int
    version: int
    created_at: str
    changed_at: str
    binned_at: str | None
    state: State
    undo: HistoryEntry | None = field(default=None)
    redo: HistoryEntry | None = field(default=None)


@dataclass(frozen=True)
class ShelfEntry:
    """A painting as the shelf lists it; `summary` is JSON made when it was last changed."""

    id: int
    version: int
    changed_at: str
    binned_at: str | None
    brief: Brief
    summary: str


@dataclass(frozen=True)
class OtherSession:
    """A session of another painting on the same calendar; `start` is local time, ISO 8601 to the minute."""

    painting: int
    number: int
    title: str
    start: str
    minutes: int


@dataclass(frozen=True)
class PaintedPass:
    """An entry of the log over all paintings: kind of pass, minutes planned, minutes it took."""

    kind: str
    planned: int
    took: int


@dataclass(frozen=True)
class Beside:
    """What a painter's other paintings say to one: their sessions, what comes next on each, and the log of all.

    `following` holds painting, title, pass and minutes.
    """

    sessions: tuple[OtherSession, ...] = ()
    following: tuple[tuple[int, str, str, int], ...] = ()
    log: tuple[PaintedPass, ...] = ()


@dataclass(frozen=True)
class LaterIdea:
    """A thumbnail set aside for later, as the shelf finds it."""

    painting: int
    version: int
    title: str
    thumbnail: int
    name: str
    note: str
