"""Types that many fields share: how long a name is, where a place may lie, what a value is measured in."""

from __future__ import annotations

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from kind_distance.rows.marks import Unit

LONGEST_NAME = 60
LONGEST_TEXT = 240
FARTHEST_M = 400_000.0

Name = Annotated[str, MinLen(1), MaxLen(LONGEST_NAME)]
Line = Annotated[str, MaxLen(LONGEST_NAME)]
Word = Annotated[str, MaxLen(40)]
Text = Annotated[str, MaxLen(LONGEST_TEXT)]
Explanation = Annotated[str, MaxLen(600)]
Moment = Annotated[str, MaxLen(25)]
Number = Annotated[int, Ge(1), Le(1_000_000)]
Minutes = Annotated[int, Ge(1), Le(720), Unit("min")]
ClockMinute = Annotated[int, Ge(0), Le(200_000_000), Unit("min")]
Share = Annotated[float, Ge(0), Le(1)]
Coordinate = Annotated[float, Ge(-3), Le(3)]
Place = tuple[Coordinate, Coordinate]
Track = Annotated[tuple[Place, ...], MinLen(1), MaxLen(4000)]
Value = Annotated[float, Ge(0), Le(10), Unit("V")]
Degrees = Annotated[float, Ge(0), Le(360), Unit("°")]
Metres = Annotated[float, Gt(0), Le(FARTHEST_M), Unit("m")]
Kilometres = Annotated[float, Gt(0), Le(FARTHEST_M / 1000), Unit("km")]
Centimetres = Annotated[float, Gt(0), Le(1000), Unit("cm")]
Millimetres = Annotated[float, Ge(0.1), Le(300), Unit("mm")]

PlaneKind = Literal["sky", "land", "water"]
Nature = Literal["solid", "see_through", "glass", "accents"]
DriesTo = Literal["", "darker", "both"]
Body = Literal["", "thin", "thick"]
Marks = Literal["", "soft", "broken"]
SourceKind = Literal["photo", "page", "sketch", "study", "painting", "progress"]
NoteKind = Literal["colour", "memory", "scale", "gaze", "line", "shadow"]
DepartureKind = Literal["moved", "bent", "left_out", "added"]
EditKind = Literal["step", "join", "split", "pull"]
StrokeKind = Literal["mark", "brush", "level", "area", "thin", "erase"]
KeepWay = Literal["ground", "masked", "lifted", "added"]
LengthUnit = Literal["cm", "in"]
Purpose = Literal["", "gift", "trip", "sale"]
AidName = Literal["mist", "wetted", "dryer"]
Chroma = Literal["", "low", "mid", "high"]
EdgeKind = Literal["hard", "soft", "lost"]
Opacity = Literal["", "transparent", "semi_transparent", "semi_opaque", "opaque"]
WantsOfPaint = Literal["", "any", "wet", "damp", "open_or_dry", "touch_dry", "dry_through"]
OilFat = Literal["", "lean", "tube", "fat"]
LineWeight = Literal["", "faint", "firm", "heavy"]
LineRemoved = Literal["", "none", "brushed_off", "rubbed_out", "washed_off"]
LightSource = Literal["", "life", "photo", "imagination"]
Sheet = Literal["painting", "other"]
Approach = Literal["", "washes", "wet_in_wet", "glazes", "misted"]
Danger = Literal[
    "road", "from_a_car", "edge", "water", "uphill", "wildlife", "remote", "storm_damage", "private_land", "protected",
    "drone", "living_things",
]  # fmt: skip
Company = Literal["alone", "children", "pets", "crowd"]
UsedThing = Literal[
    "solvent", "spray", "paint_mist", "bare_fingers", "dust", "sharp_tools", "mains", "natural_water", "heavy_gear"
]
Sky = Literal["", "dry", "rain", "storm"]

# Where practitioners disagree the painter chooses a side; empty leaves it to what is usual.
GlazeThinner = Literal["", "medium", "water"]
GlazeMedium = Literal["", "clear", "milky"]
BlackUse = Literal["", "used", "mixed"]
CheapBelow = Literal["", "yes", "no"]
EchoHues = Literal["", "repeat", "vary"]
Sides = Literal["", "round", "one_colour", "taped", "framed"]
BrushesTaken = Literal["", "few", "many"]
HandWanted = Literal["", "chance", "control"]
ChromaAim = Literal["", "push", "mute"]
RestOrGo = Literal["", "rest", "momentum"]
StopAt = Literal["", "early", "refined"]
EyePath = Literal["", "held", "floating"]
GroundShown = Literal["", "gaps", "hidden"]
Asked = Literal["", "plan", "flow"]
Foreground = Literal["", "plain", "dark_frame", "light_path"]
Fidelity = Literal["", "follow", "depart"]
MovingLight = Literal["", "fix", "chase"]
TouchFound = Literal["wet", "tacky", "dry"]
RemarkKind = Literal["note", "decision", "went_wrong", "failed_test"]
Settled = Literal["", "done", "waived"]
SurfaceFound = Literal["", "dull", "glossy"]
DivisionLiked = Literal["", "thirds", "unusual"]
