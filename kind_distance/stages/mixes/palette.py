"""The palette of a painting as mixing wants it, what its tubes are for, and which part nothing plays."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.judging.films import OIL_CLASS
from kind_distance.core.mixing.drying_shift import Shift, fitted, usual_shift
from kind_distance.core.mixing.tubes import Tube, role_of
from kind_distance.core.paint.media import medium_of
from kind_distance.core.palette.model import MixingPalette
from kind_distance.errors import DomainError
from kind_distance.rows import State, TubeRecord

WATER_BORNE = {"watercolour", "gouache", "rewettable", "acrylic"}
SAID_PAINT = {"rewettable": "re-wettable acrylic"}
VALUE_OF_PAPER = 9.4


@dataclass(frozen=True, kw_only=True)
class Palette(MixingPalette):
    """Tubes in the order of the palette, and which of them may be used, with the records of all."""

    records: tuple[TubeRecord, ...]

    def place(self, number: int) -> int:
        """Place of a tube on the palette by its number."""
        return next(at for at, each in enumerate(self.records) if each.number == number)


def as_tube(record: TubeRecord) -> Tube:
    """Give a tube as mixing wants it."""
    return Tube(record.masstone, record.tint, record.tint_parts, record.opacity, record.white, record.washes)


def palette_of(state: State) -> Palette:
    """Lay out the palette of a painting."""
    records, tubes = state.tubes, tuple(as_tube(each) for each in state.tubes)
    barred = {at for at, each in enumerate(records) if each.barred}
    if state.brief.black_use == "mixed":
        barred |= {at for at, tube in enumerate(tubes) if role_of(tube) == "black"}
    return Palette(
        tubes=tubes,
        barred=frozenset(barred),
        transparent=medium_of(state.brief.medium).transparent,
        slowness=tuple(OIL_CLASS[each.dries] for each in records),
        records=records,
    )


def check_paint(record: TubeRecord, medium: str) -> None:
    """Raise DomainError where a paint would not hold, or not mix, in a medium."""
    wanted = {medium_of(medium).first_paint, medium_of(medium).later_paint}
    if record.paint in wanted:
        return
    said = SAID_PAINT.get(record.paint, record.paint)
    if record.paint == "oil":
        raise DomainError(
            f"{record.name} is oil: water and oil part, and water-borne paint does not hold on it.",
            f"Take a tube of {' or '.join(sorted(wanted))}, or change the medium of the painting.",
        )
    if wanted == {"oil"}:
        raise DomainError(
            f"{record.name} is {said}: it does not mix into oil, and does not hold over it.",
            "Take oil, or choose oil over acrylic as the medium.",
        )
    if {record.paint, *wanted} <= WATER_BORNE:
        return  # water-borne paints mix with one another; how they hold is judged of the passes
    raise DomainError(f"{record.name} is {said}, which this medium is not.", "Take a tube of this medium.")


def shift_of(state: State) -> Shift:
    """How values change from wet to dry here: the usual curve, moved by own swatches."""
    brief = state.brief
    medium = medium_of(brief.medium)
    key = "gouache" if medium.key == "gouache" else "oil" if medium.later_paint == "oil" else "acrylic"
    usual = usual_shift("watercolour" if medium.transparent else key, brief.dries_to, VALUE_OF_PAPER)
    return fitted(usual, [(each.wet, each.dry) for each in state.wet_dry])
