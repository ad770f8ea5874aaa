"""What passes a painting needs.

Every plane gets its mass, every thing its pass, schools of glazes their glazes, bright clear colours their base; veils
come after all that they veil. Nothing is planned that nobody would paint: no tone on a ground that has its colour, no
sides on a board, no varnish on watercolour.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace

from kind_distance.core.colour.munsell import luminance_from_value, value_from_luminance
from kind_distance.core.deriving.order import in_order
from kind_distance.core.judgement import Why, because
from kind_distance.core.judging.films import open_minutes
from kind_distance.core.judging.model import VEILS, JudgedPlane, JudgedThing, Painted, Scene
from kind_distance.core.judging.reading import Read
from kind_distance.core.paint.handling import Handling
from kind_distance.core.paint.media import WATER_BORNE, Ground
from kind_distance.core.paint.underlay import UNDERLAY
from kind_distance.core.passes.kinds import PassKind, cannot, paint_in, title_in
from kind_distance.core.passes.minutes import estimate_minutes
from kind_distance.core.passes.model import Colour, KeptFacts, Line, Pass, PlaneFacts, Wants
from kind_distance.core.passes.schools import mix_name
from kind_distance.core.wording import say_list

SECOND_LAYER_RANGE = 1.2  # planned accents this far apart want more than one flat layer [V]; common practice
DETAIL_SHARE = 0.06  # fewer fine edges than this are said in the second layer; common practice
DETAIL_CONTRAST = 0.45  # behind this much veil, detail is air; common practice
SECOND_SHARE = 0.4  # of its plane that a second layer touches: its darks and lights, not all of it
THING_SHARE, MOST_THINGS_SHARE = 0.06, 0.3  # of its plane that a thing takes where nothing tells its size
# Marks that differ by less than this factor are made with one brush; by how many brushes the painter takes.
BRUSH_REACH = {"": 3.0, "few": math.inf, "many": 1.4}
FAR_FINE_MIN, LONGEST_FINE = 6, 240
# Washes side by side dry once a stage, not one by one: common practice, no source.
DRY_GAP = because("dry_gap")
FOCUS_BASE = 0.16  # share of all minutes that the focus gets besides its share of the surface
# What a side that the painter takes does to minutes and films; common practice, no source.
CHANCE_PACE, CONTROL_PACE, CHASED, WATER_GLAZE = 0.8, 1.15, 1.25, 0.5
REFINED_RANGE = 0.6  # darks and lights so far apart want a second layer from one who refines [V]
QUIET_FRONT = ("plain", "dark_frame")  # foregrounds that only frame stay plain
GAPS = 0.15  # of a plane that is left bare where its ground is to show
HIDES = 1.0  # a ground so much darker than a plane wants a second coat to be hidden [V]
SIDES_PACE = {"": 1.0, "round": 1.6, "one_colour": 0.7}
TAPE_MIN = 5
TWO_GLAZES_SHARE = 0.18  # a plane that takes so much of the surface is built of two coats
THICKNESS: dict[PassKind, float] = {"second_layer": 1.0, "details": 1.0, "glaze": 0.8, "scumble": 0.8, "lights": 1.5}
HIDDEN = 0.5
# Drawing media whose line is meant to be seen, and those that are brushed off.
MEANT, BRUSHED = ("pen",), ("charcoal", "chalk")


@dataclass(frozen=True)
class Around:
    """What a painting stands in: its support, ground and drawing, how its medium is handled, the painter's pace.

    Parameters
    ----------
    kept : tuple of KeptFacts
        Reserved lights as measured.
    support : str
        What is painted on, as the painter names it.
    ground : Ground
    ground_ready : bool
        The tone of the ground is there already.
    drawing : str
        What is drawn with; "none" without a drawing.
    careful : float
        Times as long as usual that the drawing takes.
    approach : "", "washes", "wet_in_wet", "glazes" or "misted"
    pace : float
        Minutes this painter takes over minutes planned.
    from_life : bool
        Masses are judged by the light of the subject.
    sides, hand, stop_at, foreground, brushes_taken, glaze_thinner, glaze_medium, moving_light : str
        Sides that the painter takes where practitioners disagree; empty leaves it to what is usual.
    ground_shown : dict
        Planes whose ground is left in "gaps" or "hidden", by their rank.
    """

    kept: tuple[KeptFacts, ...]
    support: str
    ground: Ground
    ground_ready: bool = False
    drawing: str = "pencil"
    careful: float = 1.0
    approach: str = ""
    pace: float = 1.0
    from_life: bool = False
    sides: str = ""
    hand: str = ""
    stop_at: str = ""
    foreground: str = ""
    brushes_taken: str = ""
    glaze_thinner: str = ""
    glaze_medium: str = ""
    moving_light: str = ""
    ground_shown: dict[int, str] = field(default_factory=dict)


class _Deriving:
    """One derivation: the scene, what is measured of its planes, and what stands around it."""

    def __init__(self, scene: Scene, facts: list[PlaneFacts], around: Around) -> None:
        self.scene, self.facts, self.around = scene, facts, around
        self.medium = scene.medium
        self.glazes = around.approach == "glazes" and self.medium.key != "oil_at_once"

    def minutes(self, kind: PassKind, area: float, kinds: int = 1) -> int:
        """Minutes of a pass, at the painter's own pace."""
        # In one sitting nobody lingers: the light goes, and the film is one.
        oil = paint_in(kind, self.medium) == "oil" and self.medium.key != "oil_at_once"
        return max(2, round(estimate_minutes(kind, area, kinds, oil=oil) * self.around.pace))

    def on(self, kind: PassKind, planes: tuple[JudgedPlane, ...], why: Why, **more: object) -> Pass:
        """Make a pass on planes, with what is usual for its kind."""
        handling = self.facts[planes[0].rank - 1].handling if len(planes) == 1 else Handling()
        share = more.pop("share", None)
        area = sum(plane.area_cm2 for plane in planes) * (1.0 if share is None else float(str(share)))
        made = Pass(
            0,
            kind,
            tuple(plane.rank for plane in planes),
            title_in(kind, self.medium),
            paint_in(kind, self.medium),
            max(2, round(self.minutes(kind, area) * handling.pace)),
            THICKNESS.get(kind, 1.0) * handling.thickness,
            (why,) if handling == Handling() else (why, because("handling", handling=handling)),
            say_list([plane.name for plane in planes]) if planes else "",
            share=None if share is None else float(str(share)),
            colour=self.colour(kind, planes),
            spares=self.spared(kind, planes),
            in_light=self.around.from_life and kind in ("block_in", "blend", "second_layer"),
        )
        return replace(self.as_chosen(made, planes), **more)  # type: ignore[arg-type]

    def as_chosen(self, made: Pass, planes: tuple[JudgedPlane, ...]) -> Pass:
        """Do a pass the way the painter chose: by chance or measured, a glaze by medium or water, in moving light."""
        around, mass = self.around, made.kind in ("block_in", "blend", "second_layer", "underpainting")
        focal = any(self.scene.is_focus(plane.rank) for plane in planes)
        minutes, why, thickness = float(made.minutes), made.why, made.thickness
        if around.hand == "chance" and mass and not focal:
            minutes, why = minutes * CHANCE_PACE, (*why, because("by_chance"))
        elif around.hand == "control" and (mass or made.kind == "details"):
            minutes, why = minutes * CONTROL_PACE, (*why, because("by_control"))
        if around.moving_light == "chase" and made.in_light:
            minutes = minutes * CHASED
        if made.kind == "glaze" and made.paint in WATER_BORNE and around.glaze_thinner:
            water = around.glaze_thinner == "water"
            thickness = WATER_GLAZE if water else 1.0
            why = (*why, because("glaze_with_water" if water else "glaze_with_medium"))
        if made.kind == "glaze" and around.glaze_medium:
            why = (*why, because(f"medium_{around.glaze_medium}"))
        return replace(made, minutes=max(2, round(minutes)), why=why, thickness=thickness)

    def colour(self, kind: PassKind, planes: tuple[JudgedPlane, ...]) -> Colour:
        """Say the colour of a pass as far as the plan says it; later layers of oil are never leaner."""
        oil = ""
        if paint_in(kind, self.medium) == "oil":
            later = self.glazes and kind in ("details", "lights", "scumble", "glaze")
            oil = "lean" if kind in ("ground", "underpainting") else "fat" if later or kind == "glaze" else "tube"
        value = planes[0].value if len(planes) == 1 and kind in ("block_in", "blend", "second_layer", "glaze") else None
        chroma = planes[0].chroma if len(planes) == 1 else ""
        mix = mix_name(self.facts[planes[0].rank - 1]) if len(planes) == 1 else ""
        return Colour(mix=mix, value=value, chroma=chroma, oil=oil)

    def spared(self, kind: PassKind, planes: tuple[JudgedPlane, ...]) -> tuple[str, ...]:
        """Name the kept lights that a pass goes round."""
        if kind not in ("block_in", "blend", "second_layer", "glaze", "scumble", "underpainting"):
            return ()
        ranks = {plane.rank for plane in planes}
        return tuple(light.name for light in self.scene.lights if light.kept_bare and set(light.ranks) & ranks)

    # -- what a painting begins with ------------------------------------------------------------------------------

    def beginnings(self) -> list[Pass]:
        """Give tone, drawing, masks and underpainting."""
        whole, passes = self.scene.support_cm2, []
        ground, around = self.around.ground, self.around
        if ground.toned and not around.ground_ready and not self.medium.transparent:
            why = because("tone")
            made = self.on("ground", (), why)
            title = f"tone the ground {ground.name.lower()}"
            passes.append(replace(made, title=title, minutes=self.minutes("ground", whole), thickness=0.7))
        if around.drawing != "none":
            line = Line(
                around.drawing,
                removed="brushed_off" if around.drawing in BRUSHED else "",
                meant=True if around.drawing in MEANT else None,
            )
            minutes = max(3, round(self.minutes("drawing", whole) * around.careful))
            keeps = " and the lights that are kept" if self.medium.transparent else ""
            why = because("drawing", lights=self.medium.transparent)
            passes.append(
                replace(self.on("drawing", (), why), title=f"draw the planes{keeps}", minutes=minutes, line=line)
            )
        if around.sides == "taped" and passes:
            taped = passes[0]
            passes[0] = replace(
                taped, title=f"tape the border, {taped.title}", minutes=taped.minutes + TAPE_MIN,
                why=(*taped.why, because("taped")),
            )  # fmt: skip
        masked = [each.name for each in around.kept if each.way == "masked"]
        if masked and cannot("mask", self.medium.first_paint) is None:
            for kind in ("mask", "unmask"):
                made = self.on(kind, (), because(kind, names=tuple(masked)))
                passes.append(replace(made, minutes=15 + 2 * len(masked) if kind == "mask" else 3 + len(masked)))
        if self.glazes:
            solid = tuple(plane for plane in self.scene.planes if self.scene.solid(plane.rank))
            passes.append(self.on("underpainting", solid, because("underpainting")))
        return passes

    # -- planes ---------------------------------------------------------------------------------------------------

    def plane(self, plane: JudgedPlane) -> list[Pass]:
        """Give the passes of one plane, without those of its things."""
        asked = any(plane.rank in under.ranks for under in self.scene.underlays)
        if plane.nature == "accents":
            why = because("accents", plane=plane.name)
            own = [] if self.things_of(plane) else [self.fine(plane, [], why)]
            return [self.base(plane, (), plane.area_cm2), *own] if asked else own
        if not self.scene.solid(plane.rank) or (plane.nature in VEILS and plane.over):
            kind: PassKind = "glaze" if self.medium.transparent or plane.nature == "glass" else "scumble"
            if self.medium.key == "oil_at_once":
                kind = "scumble"
            why = because("veil", plane=plane.name)
            veil = self.on(kind, (plane,), why)
            return [self.base(plane, (), plane.area_cm2), veil] if asked else [veil]
        return [*self.mass(plane), *self.layers(plane)]

    def soft(self, plane: JudgedPlane) -> bool:
        """Whether a plane is laid as a blend: soft by its handling, or by how the medium is handled."""
        if self.facts[plane.rank - 1].handling.marks == "soft":
            return True
        approach = self.around.approach
        return (approach == "wet_in_wet" and self.scene.far_half(plane.rank)) or (
            approach == "misted" and self.scene.far_half(plane.rank) and plane.kind != "sky"
        )

    def mass(self, plane: JudgedPlane) -> list[Pass]:
        """Give the mass of a plane, under it the base that its colour needs."""
        passes = []
        asked = [u for u in self.scene.underlays if plane.rank in u.ranks]
        if asked:
            passes.append(self.base(plane, (), plane.area_cm2))
        kind: PassKind = "blend" if self.soft(plane) else "block_in"
        made = self.on(kind, (plane,), because("mass", share=plane.share, value=plane.value))
        made = self.with_ground(made, plane, kind)
        if asked:
            made = replace(made, wants="touch_dry")
        elif kind == "block_in" and self.medium.transparent and not self.glazes:
            made = replace(made, wants="any", why=(*made.why, DRY_GAP))
        if kind == "blend":
            made = replace(made, title="blend, laid wet" if not self.medium.transparent else made.title)
            made = self.kept_open(made)
        passes.append(made)
        if self.hides_ground(plane) and not asked:
            coat = self.on("second_layer", (plane,), because("hides_ground"))
            colour = replace(coat.colour, opacity="opaque", hides_line=True, value=plane.value)
            passes.append(
                replace(coat, title="second coat, hides the ground", colour=colour, minutes=coat.minutes // 2 + 1)
            )
        return passes

    def with_ground(self, made: Pass, plane: JudgedPlane, kind: PassKind) -> Pass:
        """Leave the ground in gaps where the painter wants it so: paint and gaps together have the planned value."""
        if self.around.ground_shown.get(plane.rank) != "gaps" or kind != "block_in":
            return made
        wanted = float(luminance_from_value(plane.value))
        own = (wanted - GAPS * float(luminance_from_value(self.scene.ground_value))) / (1 - GAPS)
        value = round(float(value_from_luminance(min(100.0, max(0.0, own)))), 1)
        return replace(
            made, why=(*made.why, because("ground_in_gaps", gaps=GAPS, value=value)), share=1 - GAPS,
            minutes=max(2, round(made.minutes * (1 - GAPS / 2))), colour=replace(made.colour, value=value),
        )  # fmt: skip

    def hides_ground(self, plane: JudgedPlane) -> bool:
        """Whether a plane wants a second coat so that its ground is hidden."""
        wanted = self.around.ground_shown.get(plane.rank) == "hidden" and not self.medium.transparent
        return wanted and plane.value - self.scene.ground_value >= HIDES

    def kept_open(self, made: Pass) -> Pass:
        """Help a blend that outlasts its paint: on a soaked sheet, misted, or both."""
        if made.paint not in WATER_BORNE:
            return made
        scene = replace(self.scene, passes=(Painted(made, 0, made.minutes),))
        stays = open_minutes(Read(scene, 0, scene.passes[0])) or 0.0
        if stays >= made.minutes and self.around.approach != "misted":
            return made
        return replace(made, aids=("wetted",) if self.medium.transparent else ("mist",))

    def base(self, plane: JudgedPlane, things: tuple[str, ...], area: float) -> Pass:
        """Lay a pale opaque base under a clear colour."""
        made = self.on("block_in", (plane,), because("pale_base"))
        colour = Colour(value=9.0, chroma="low", opacity="opaque", hides_line=True, oil=made.colour.oil)
        return replace(
            made, title=UNDERLAY, things=things, share=0.2 if things else None, colour=colour, in_light=False,
            minutes=max(2, self.minutes("block_in", area) // 2), thickness=1.0,
        )  # fmt: skip

    def layers(self, plane: JudgedPlane) -> list[Pass]:
        """Give what goes over the mass of a plane: a second layer, glazes, its own fine work."""
        facts, passes = self.facts[plane.rank - 1], []
        dark, light = facts.dark, facts.light
        flat_sky = plane.kind == "sky" and self.medium.transparent
        if self.glazes:
            coats = 2 if plane.share >= TWO_GLAZES_SHARE and plane.kind != "sky" else 1
            passes += [self.on("glaze", (plane,), because("glaze")) for _ in range(coats)]
        elif light - dark >= self.range_for_second() and not flat_sky and self.layered(plane):
            why = because("wide_range", dark=dark, light=light)
            passes.append(self.on("second_layer", (plane,), why, share=SECOND_SHARE))
        if not self.things_of(plane) and self.own_detail(plane, facts):
            why = because("fine_edges", detail=facts.detail)
            passes.append(self.fine(plane, [], why))
        return passes

    def range_for_second(self) -> float:
        """How far apart darks and lights lie from which on a second layer is planned. [V]."""
        return REFINED_RANGE if self.around.stop_at == "refined" else SECOND_LAYER_RANGE

    def layered(self, plane: JudgedPlane) -> bool:
        """Whether a plane gets more than its mass: by where it stands, and by when the painter stops."""
        if self.scene.is_focus(plane.rank):
            return True
        if self.around.stop_at == "early" or (self.around.foreground in QUIET_FRONT and self.in_front(plane)):
            return False
        return self.around.stop_at == "refined" or self.carries(plane)

    def in_front(self, plane: JudgedPlane) -> bool:
        """Whether it is the nearest plane."""
        return plane.depth == self.scene.nearest_depth

    def carries(self, plane: JudgedPlane) -> bool:
        """Whether a plane is near or in the focus: only there more than one flat layer tells."""
        if self.medium.key == "oil_at_once":
            return self.scene.is_focus(plane.rank)  # in one wet film a mass is laid as it is to be
        return self.scene.is_focus(plane.rank) or not self.scene.far_half(plane.rank)

    def own_detail(self, plane: JudgedPlane, facts: PlaneFacts) -> bool:
        """Whether a plane without named things wants fine work of its own."""
        near_enough = facts.contrast_left is None or facts.contrast_left >= DETAIL_CONTRAST
        wanted = facts.detail >= DETAIL_SHARE and near_enough and self.carries(plane) and self.layered(plane)
        return plane.kind != "sky" and wanted

    # -- things ---------------------------------------------------------------------------------------------------

    def things_of(self, plane: JudgedPlane) -> list[JudgedThing]:
        """List the things of a plane that are wanted."""
        return [each for each in self.scene.things if each.rank == plane.rank and not each.given_up]

    def area_of(self, plane: JudgedPlane, things: list[JudgedThing]) -> float:
        """Area that things take, as far as anything tells it. [cm2]."""
        share = sum(each.share if each.share is not None else THING_SHARE * 1.0 for each in things)
        of_plane = plane.area_cm2 if all(each.share is None for each in things) else self.scene.support_cm2
        return min(of_plane * share, MOST_THINGS_SHARE * max(plane.area_cm2, of_plane * share))

    def fine(self, plane: JudgedPlane, things: list[JudgedThing], why: Why) -> Pass:
        """Make a fine pass on a plane for things that are made with one brush."""
        facts = self.facts[plane.rank - 1]
        area = self.area_of(plane, things) if things else plane.area_cm2 * min(0.3, max(0.05, facts.detail))
        minutes = round(self.minutes("details", area, max(1, len(things))) * facts.handling.pace)
        hidden = things and all(sum(share for _, share in each.hidden_by) >= HIDDEN for each in things)
        # Fine work far off, or that a nearer plane hides, is a hint of a few minutes.
        if (self.scene.far_half(plane.rank) and not self.scene.is_focus(plane.rank)) or hidden:
            minutes = min(minutes, FAR_FINE_MIN)
        narrow = min((each.smallest_mm for each in things if each.smallest_mm is not None), default=None)
        return self.on(
            "details", (plane,), why,
            things=tuple(each.name for each in things),
            minutes=max(2, minutes),
            mark_mm=narrow,
            brush_mm=narrow,
            share=0.2 if things else None,
            wants="open_or_dry" if self.medium.later_paint == "oil" else "",
            counts=tuple((each.name, each.count) for each in things if each.count > 1),
        )  # fmt: skip

    def things(self, plane: JudgedPlane) -> list[Pass]:
        """Give the things of a plane their passes: those of about one size share one; bright ones get a base."""
        passes: list[Pass] = []
        groups: list[list[JudgedThing]] = []
        for thing in sorted(self.things_of(plane), key=lambda each: each.smallest_mm or 0.0):
            last = groups[-1] if groups else []
            begun = last[0].smallest_mm if last else None
            reach = BRUSH_REACH[self.around.brushes_taken]
            alike = last and (begun is None or thing.smallest_mm is None or thing.smallest_mm <= reach * begun)
            if alike:
                last.append(thing)
            else:
                groups.append([thing])
        for group in groups[::-1]:
            based = [t for t in group if any(t.name in u.things for u in self.scene.underlays)]
            if based:
                names = tuple(each.name for each in based)
                passes.append(self.base(plane, names, self.area_of(plane, based)))
            why = because("on_your_list", names=tuple(each.name for each in group))
            passes.append(self.fine(plane, group, why))
        return passes

    # -- what a painting ends with --------------------------------------------------------------------------------

    def endings(self) -> list[Pass]:
        """Give lifted lights, the last lights, sides, name and varnish."""
        scene, around, passes = self.scene, self.around, []
        at_once = self.medium.key == "oil_at_once"  # one sitting: what comes after it is another day's
        for light in around.kept:
            if light.way == "lifted" and light.rank is not None and cannot("lift", self.medium.later_paint) is None:
                made = self.on("lift", (scene.plane(light.rank),), because("lift", names=(light.name,)))
                passes.append(replace(made, title=f"lift {light.name}", paint="dry", share=0.2))
        focus = () if scene.focus is None else (scene.plane(scene.focus),)
        why = because("last_lights")
        lights = self.on("lights", focus, why)
        area = 0.05 * (focus[0].area_cm2 if focus else scene.support_cm2)
        title = "lift and add the last lights and darks" if self.medium.transparent else "lights and accents"
        wants: Wants = "open_or_dry" if self.medium.later_paint == "oil" else ""
        made = replace(lights, title=title, minutes=self.minutes("lights", area), share=0.2, wants=wants)
        passes.append(made)
        on_canvas = "canvas" in around.support.casefold() and not at_once
        if around.sides in SIDES_PACE and (on_canvas or around.sides):
            why = because("sides")
            made = self.on("sides", (), why)
            sides = max(2, round(self.minutes("sides", scene.support_cm2) * SIDES_PACE[around.sides]))
            title = "sides of the canvas" if on_canvas else "sides of the support"
            title = "carry the picture round the sides" if around.sides == "round" else title
            passes.append(replace(made, title=title, minutes=sides, thickness=0.8))
        why = because("finish")
        finish = replace(self.on("finish", (), why), title="sign and check from three metres", minutes=2, thickness=0.5)
        if around.sides == "taped":
            finish = replace(finish, title=f"take the tape off, {finish.title}", minutes=TAPE_MIN)
        passes.append(finish)
        if self.medium.varnished and not at_once:
            passes.append(replace(self.on("varnish", (), because("varnish")), minutes=15, thickness=1.0))
        return passes


def _focus_gets_time(passes: list[Pass], scene: Scene) -> list[Pass]:
    """See that the fine work on the focus gets its share of the minutes."""
    if scene.focus is None or not passes:
        return passes
    wanted = FOCUS_BASE + scene.plane(scene.focus).share
    own = sum(each.minutes for each in passes if scene.focus in each.planes and len(each.planes) == 1)
    rest = sum(each.minutes for each in passes if each.kind != "varnish") - own
    lacks = wanted / max(0.05, 1 - wanted) * rest - own
    fine = [each for each in passes if each.kind in ("details", "lights") and each.planes == (scene.focus,)]
    if lacks <= 0 or not fine:
        return passes
    more = lacks / len(fine)
    return [
        replace(each, minutes=min(LONGEST_FINE, round(each.minutes + more))) if each in fine else each
        for each in passes
    ]


def needed_passes(scene: Scene, facts: list[PlaneFacts], around: Around) -> list[Pass]:
    """Derive the passes this painting needs, in the order of its school.

    Parameters
    ----------
    scene : Scene
        Planes far to near, borders, things; its own passes are not asked for.
    facts : list of PlaneFacts
        What was measured of each plane.
    around : Around

    Returns
    -------
    list of Pass
        Ids count from 1 in the order given.
    """
    deriving = _Deriving(scene, facts, around)
    passes = deriving.beginnings()
    left_out = any(plane.area_cm2 > 0 for plane in scene.planes)
    for plane in scene.planes:
        if left_out and plane.area_cm2 <= 0 and plane.nature == "solid":
            continue  # the crop leaves it out
        passes += [*deriving.plane(plane), *deriving.things(plane)]
    passes += deriving.endings()
    passes = in_order(_focus_gets_time(passes, scene), scene, facts)
    return [replace(each, id=n) for n, each in enumerate(passes, start=1)]
