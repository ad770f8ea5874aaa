"""A scene of three planes and passes on it, for tests of the judge."""

from dataclasses import replace

from kind_distance.core.judging.judge import judge
from kind_distance.core.judging.model import JudgedBorder, JudgedPlane, JudgedThing, Painted, Scene
from kind_distance.core.paint.media import medium_of
from kind_distance.core.passes.model import Pass

SKY = JudgedPlane(1, 1, "Sky", "solid", "sky", 8.0, 7.0, 9.0, 0.4, 400.0)
HILL = JudgedPlane(2, 2, "Hill", "solid", "land", 6.0, 5.0, 7.0, 0.3, 300.0)
BANK = JudgedPlane(3, 3, "Bank", "solid", "land", 4.0, 2.0, 5.0, 0.3, 300.0, in_focus=1.0)
THINGS = (
    JudgedThing(1, "Barn", 2, smallest_mm=2.0, share=0.02),
    JudgedThing(2, "Boat", 3, smallest_mm=3.0, share=0.02, over=(2,)),
)
USUAL = Scene(
    (SKY, HILL, BANK),
    (JudgedBorder(1, 2, 40.0, "hard"), JudgedBorder(2, 3, 40.0, "hard")),
    (), (), (), (), (), medium_of("acrylic"), "far_to_near", 9.5, focus=3, support_cm2=1000.0,
)  # fmt: skip
WATERCOLOUR = replace(USUAL, medium=medium_of("watercolour"))
OIL = replace(USUAL, medium=medium_of("oil"))


def one(number, kind, *planes, minutes=20, at=None, done=False, **more):
    """A pass, painted from a minute on."""
    given = Pass(number, kind, planes, kind, more.pop("paint", "acrylic"), minutes, **more)
    return Painted(given, at, None if at is None else at + minutes, done)


def told(scene, *passes):
    """Kinds of what is said, with the passes that it names."""
    return [(each.kind, each.passes) for each in judge(replace(scene, passes=passes))]
