"""Routes of the mixes: the palette, recipes for every plane, batches, and trying a recipe without keeping it."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from fastapi import APIRouter, Path, Query
from pydantic import BaseModel, Field

from kind_distance.api.context import Here, PathNumber
from kind_distance.api.judgementmodels import JudgementView
from kind_distance.api.pictureviews import judgement_view
from kind_distance.clock import say_moment
from kind_distance.core.colour.lab import ciede2000
from kind_distance.core.colour.munsell import ink_on, value_from_lightness
from kind_distance.core.mixing.drying_shift import Shift
from kind_distance.core.mixing.recipes import (
    CLOSE,
    Found,
    Recipe,
    fewest_tubes,
    mix_of,
    mixes_of,
    strength_in,
    water_parts,
)
from kind_distance.core.mixing.tubes import role_of, warmth_of
from kind_distance.core.palette.coats import coats_over
from kind_distance.core.palette.laid import remixes_of
from kind_distance.core.palette.mix_audit import is_strong, missing_parts
from kind_distance.core.palette.parts import Place, StringPart
from kind_distance.core.wording import say_minutes, say_remixes
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.rows import TubeRecord
from kind_distance.rows.mixes import ColourFrom, OpacityClass, Stains
from kind_distance.rows.words import DriesTo
from kind_distance.stages.mixes.batches import Batch, batches_of, say_cheap, used_ml
from kind_distance.stages.mixes.judging import judge_mixes, reaching_tubes
from kind_distance.stages.mixes.mix_words import PART_WORDS
from kind_distance.stages.mixes.nominal import PIGMENTS
from kind_distance.stages.mixes.palette import Palette, palette_of, shift_of
from kind_distance.stages.mixes.strings import Mix, ground_value, strings_of, targets_of
from kind_distance.stages.mixes.swatches import boxes_on, tubes_of_rows
from kind_distance.stages.mixes.words import hex_of, letter_of, named_tube, say_recipe
from kind_distance.studio.changes.desk import find

router = APIRouter(tags=["mixes"])
Lab = tuple[float, float, float]
Number = Annotated[int, Path(ge=1, le=1_000_000_000)]
SAID_OPACITY = {"T": "transparent", "ST": "semi-transparent", "SO": "semi-opaque", "O": "opaque"}
REACH_SAID = {"match": "a match", "close": "close", "out_of_reach": "out of this palette's reach"}


class UsualTubeView(BaseModel):
    """A usual tube that can be put on a palette; its colour is from memory."""

    pigment: str
    label: str = Field(description="Colour Index name.")
    name: str
    colour: str
    tint: str | None
    opacity_said: str
    role: str
    hazard: str


class BoxTubeView(BaseModel):
    """A tube from the painter's box: from which painting it is known, and all that is known of it."""

    painting: str
    tube: TubeRecord
    colour: str
    tint: str | None


class TubeView(BaseModel):
    """A tube on the palette."""

    number: int
    name: str
    pigment: str
    colour: str
    tint: str | None
    opacity: OpacityClass
    opacity_said: str
    role: str
    warmth: Literal["warm", "cool", "neutral"]
    strong: bool
    white: bool
    stains: Stains
    dries: str
    hazard: str
    price: float | None
    ml: float | None
    colour_from: ColourFrom
    uncertainty: float
    barred: bool
    cost_said: str
    used_ml: float = Field(description="What all batches want of it. [ml]")
    recipes: int = Field(description="In how many recipes it is.")


class PartView(BaseModel):
    """So many parts of a tube."""

    tube: int
    name: str
    count: int
    colour: str


class RecipeView(BaseModel):
    """A recipe in whole parts, and what it makes."""

    parts: list[PartView]
    said: str
    water: int | None = Field(description="Parts of water to one of paint, for a wash.")
    colour: str
    ink: str
    value: float
    difference: float
    reach: Literal["match", "close", "out_of_reach"]
    reach_said: str


class StepsView(BaseModel):
    """How a pale mix is made in two steps: a base, then one part of it to so many of white."""

    first: list[PartView]
    white: int
    white_name: str


class MixView(BaseModel):
    """One place of a string: what is wanted, and the recipe for it."""

    plane: int
    element: int = Field(description="Number of the thing; 0 for the plane itself.")
    name: str = Field(description="Of the plane, or of the thing.")
    part: StringPart
    wanted: str
    value: float
    recipe: RecipeView
    locked: bool
    steps: StepsView | None
    wet: float | None
    wet_said: str
    coats_said: str
    others: list[RecipeView]
    same_hue: RecipeView | None
    batch: str


class StringView(BaseModel):
    """A place of a string: a part of a plane, or of a thing in it."""

    plane: int
    element: int = Field(description="Number of the thing; 0 for the plane itself.")
    part: StringPart


class BatchView(BaseModel):
    """One mix and all that is painted with it."""

    name: str
    said: str
    colour: str
    ml: float
    passes: list[int]
    strings: list[StringView]
    when_said: str


class WetDryView(BaseModel):
    """A swatch read wet and again dry, in values."""

    number: int
    wet: float
    dry: float


class SwatchBoxView(BaseModel):
    """A patch of even colour on a page of swatches, in shares of the photo."""

    left: float
    top: float
    right: float
    bottom: float
    colour: str
    row: int
    tube: int = Field(description="The tube whose colour is nearest to the row's first box; 0 for none.")


class MixesView(BaseModel):
    """The palette with a recipe for every plane."""

    medium_transparent: bool
    dries_to: DriesTo
    few_tubes: bool
    tubes: list[TubeView]
    mixes: list[MixView]
    batches: list[BatchView]
    missing: list[str]
    judgements: list[JudgementView]
    wet_dry: list[WetDryView]
    shift_said: str
    total_said: str
    remixes_said: str = Field(description="How often a mix has to be made again, in this order.")


class FewTubesView(BaseModel):
    """The fewest tubes of a palette that still reach its colours within a tolerance."""

    tubes: list[int]
    said: str


class TriedRecipeView(BaseModel):
    """What a recipe of one's own makes, beside what is wanted."""

    recipe: RecipeView
    wanted: str


def _recipe(recipe: Recipe, palette: Palette) -> RecipeView:
    parts = [_part(at, count, palette) for at, count in recipe.parts]
    water = None if recipe.strength is None else water_parts(recipe.strength)
    said = say_recipe(recipe, palette)
    return RecipeView(
        parts=parts,
        said=said,
        water=water,
        colour=hex_of(recipe.lab),
        ink=ink_on(value_from_lightness(recipe.lab[0])),
        value=round(value_from_lightness(recipe.lab[0]), 2),
        difference=round(recipe.difference, 1),
        reach=recipe.reach,
        reach_said=REACH_SAID[recipe.reach],
    )


def _part(at: int, count: int, palette: Palette) -> PartView:
    record = palette.records[at]
    return PartView(
        tube=record.number, name=named_tube(at, palette), count=count, colour=hex_of(palette.tubes[at].masstone)
    )


def _steps(mix: Mix, palette: Palette) -> StepsView | None:
    if mix.steps is None:
        return None
    first = sorted(mix.steps.first, key=lambda each: -each[1])
    return StepsView(
        first=[_part(at, count, palette) for at, count in first],
        white=mix.steps.white_parts,
        white_name=named_tube(mix.steps.white, palette),
    )


def _wet_said(mix: Mix, shift: Shift) -> str:
    wanted = mix.target.value
    if mix.recipe.reach == "out_of_reach":
        return ""  # it will not dry to what is wanted however wet it is mixed
    if mix.wet is None:
        return "One layer does not get there: it dries lighter. Lay it twice."
    moved = shift.dry(mix.wet) - mix.wet
    if abs(moved) < 0.08:
        return f"Mix it to {mix.wet:.1f}: it stays so as it dries."
    way = "lighter" if moved > 0 else "darker"
    return f"Mix it to {mix.wet:.1f}: it dries {way}, to {wanted:.1f}, give or take {shift.error:.2f}."


def _coats_said(mix: Mix, palette: Palette, ground: float) -> str:
    """Say after how many coats the ground no longer shows; a wash is meant to show its paper."""
    if palette.transparent:
        return ""
    coats = coats_over(palette, mix, ground)
    if coats == 1:
        return "One coat hides the ground."
    return (
        f"{coats} coats hide the ground."
        if coats
        else "It never quite hides this ground: lay white or a mid tone under it."
    )


def _tube(at: int, palette: Palette, mixes: list[Mix], used: list[float]) -> TubeView:
    record, tube = palette.records[at], palette.tubes[at]
    return TubeView(
        number=record.number,
        name=record.name,
        pigment=record.pigment,
        colour=hex_of(record.masstone),
        tint=None if record.tint is None else hex_of(record.tint),
        opacity=record.opacity,
        opacity_said=SAID_OPACITY[record.opacity],
        role=role_of(tube),
        warmth=warmth_of(tube),
        strong=is_strong(tube),
        white=record.white,
        stains=record.stains,
        dries=record.dries,
        hazard=record.hazard,
        price=record.price,
        ml=record.ml,
        colour_from=record.colour_from,
        uncertainty=record.uncertainty,
        barred=record.barred,
        cost_said=""
        if not record.price or not record.ml
        else f"about {used[at] * record.price / record.ml:.2f} for this painting",
        used_ml=round(used[at], 1),
        recipes=sum(at in mix.recipe.tubes for mix in mixes),
    )


def _mix(mix: Mix, palette: Palette, shift: Shift, ground: float, names: dict[Place, str]) -> MixView:
    found: Found | None = mix.found
    return MixView(
        plane=mix.target.plane,
        element=mix.target.element,
        name=mix.target.name,
        part=mix.target.part,
        wanted=hex_of(mix.target.lab),
        value=round(mix.target.value, 2),
        recipe=_recipe(mix.recipe, palette),
        locked=mix.own is not None,
        steps=_steps(mix, palette),
        wet=None if mix.wet is None else round(mix.wet, 2),
        wet_said=_wet_said(mix, shift),
        coats_said=_coats_said(mix, palette, ground),
        others=[] if found is None else [_recipe(each, palette) for each in found.others],
        same_hue=None if found is None or found.same_hue is None else _recipe(found.same_hue, palette),
        batch=names.get(mix.target.place, ""),
    )


def _batch(at: int, batch: Batch, palette: Palette, names: dict[Place, str], now_min: int, cheap: str) -> BatchView:
    lab = mix_of(palette.tubes, batch.parts, strength=batch.strength)
    when = ""
    if batch.begin is not None:
        when = f"{say_moment(batch.begin, now_min)}"
        if batch.open_min is not None and batch.open_min < 1440:
            when += f"; a pile stays open about {say_minutes(round(batch.open_min))}"
        if batch.times > 1:
            when += f"; mixed for {batch.times} sessions"
    when = "; ".join(filter(None, [when, cheap]))
    return BatchView(
        name=letter_of(at),
        said=", ".join(f"{names[place]} {place[2]}" for place in batch.strings),
        colour=hex_of(lab),
        ml=round(batch.ml, 1),
        passes=list(batch.passes),
        strings=[StringView(plane=rank, element=element, part=part) for rank, element, part in batch.strings],
        when_said=when,
    )


def _shift_said(shift: Shift) -> str:
    by = f"by {shift.pairs} of your swatches" if shift.pairs else "by a usual curve, until your own swatches move it"
    return f"Drying is reckoned {by}; a prediction is off by about {shift.error:.2f} V."


@router.get("/api/pigments", summary="List usual tubes")
def pigments() -> list[UsualTubeView]:
    """List tubes that a palette may begin with; colours are from memory, not measured."""
    from kind_distance.core.mixing.tubes import Tube

    return [
        UsualTubeView(
            pigment=each.index, label=each.label, name=each.name, colour=hex_of(each.masstone),
            tint=None if each.tint is None else hex_of(each.tint), opacity_said=SAID_OPACITY[each.opacity],
            role=role_of(Tube(each.masstone, each.tint, 10.0, each.opacity, each.white)), hazard=each.hazard,
        )
        for each in PIGMENTS
    ]  # fmt: skip


@router.get("/api/paintings/{painting_id}/paint-box", summary="List the painter's tubes")
def paint_box(here: Here, painting_id: PathNumber) -> list[BoxTubeView]:
    """List the tubes of all other paintings, each once, to be put on this palette too."""
    return [
        BoxTubeView(
            painting=title, tube=tube, colour=hex_of(tube.masstone),
            tint=None if tube.tint is None else hex_of(tube.tint),
        )
        for title, tube in here.studio.paint_box(painting_id)
    ]  # fmt: skip


@router.get("/api/paintings/{painting_id}/mixes", summary="Show the palette with all recipes")
def mixes(here: Here, painting_id: PathNumber) -> MixesView:
    """Work out a recipe for every plane's light, mass and dark."""
    desk = here.studio.desk(painting_id, here.clock())
    state, found = desk.state, desk.survey()
    palette, shift = palette_of(state), shift_of(state)
    made = strings_of(state, targets_of(desk.file, state, found.depth))
    batches = batches_of(state, made, found.work)
    called = {mix.target.place: mix.target.name for mix in made}
    names = {string: letter_of(at) for at, batch in enumerate(batches) for string in batch.strings}
    used = used_ml(batches, len(palette.tubes))
    reasons = {each.key: each.reason for each in state.meant_so}
    total = sum(batch.ml for batch in batches)
    return MixesView(
        medium_transparent=palette.transparent,
        dries_to=state.brief.dries_to,
        few_tubes=state.brief.few_tubes,
        tubes=[_tube(at, palette, made, used) for at in range(len(palette.tubes))],
        mixes=[_mix(mix, palette, shift, ground_value(state), names) for mix in made],
        batches=[
            _batch(at, each, palette, called, here.now_min, say_cheap(state, each)) for at, each in enumerate(batches)
        ],
        missing=[PART_WORDS[each] for each in missing_parts(palette)] if palette.tubes else [],
        judgements=[
            judgement_view(each, reasons.get(each.key))
            for each in judge_mixes(desk.file, state, found.depth, found.work)
        ],
        wet_dry=[WetDryView(number=each.number, wet=each.wet, dry=each.dry) for each in state.wet_dry],
        shift_said=_shift_said(shift),
        remixes_said=say_remixes(remixes_of(found.work.passes, made)),
        total_said=f"{len(batches)} mixes, about {total:.0f} ml in all" if batches else "",
    )


@router.get("/api/paintings/{painting_id}/mixes/few", summary="Find the fewest tubes that do")
def few_tubes(
    here: Here, painting_id: PathNumber, tolerance: Annotated[float, Query(ge=1, le=12, allow_inf_nan=False)] = CLOSE
) -> FewTubesView:
    """Find few tubes that still reach every plane within a tolerance (CIEDE2000)."""
    desk = here.studio.desk(painting_id, here.clock())
    palette = palette_of(desk.state)
    if not palette.tubes:
        raise DomainError("There is no palette yet.", "Put tubes on it first.")
    targets = [each.lab for each in targets_of(desk.file, desk.state, desk.survey().depth)]
    laid = mixes_of(palette.tubes, transparent=palette.transparent)
    stay, reached = fewest_tubes(laid, targets, tolerance, len(palette.tubes))
    named = ", ".join(palette.records[at].name.lower() for at in stay)
    left = len(reached) - sum(reached)
    said = f"{len(stay)} of {len(palette.tubes)} tubes reach {sum(reached)} of {len(reached)} colours: {named}."
    if left:
        said += f" {left} are out of reach of the whole palette too."
    return FewTubesView(tubes=[palette.records[at].number for at in stay], said=said)


@router.get("/api/paintings/{painting_id}/mixes/tried", summary="See what a recipe makes")
def tried(
    here: Here,
    painting_id: PathNumber,
    plane: Annotated[int, Query(ge=1, le=9)],
    part: StringPart,
    parts: Annotated[str, Query(max_length=200, pattern=r"^\d{1,6}:\d{1,4}(,\d{1,6}:\d{1,4}){0,5}$")],
    water: Annotated[float, Query(ge=0, le=200, allow_inf_nan=False)] = 5,
    element: Annotated[int, Query(ge=0, le=1_000_000_000)] = 0,
) -> TriedRecipeView:
    """Say what parts of tubes make, without keeping it; `parts` is ``tube:count`` with commas between."""
    desk = here.studio.desk(painting_id, here.clock())
    palette = palette_of(desk.state)
    known = {each.number: at for at, each in enumerate(palette.records)}
    told = [(int(tube), int(count)) for tube, count in (each.split(":") for each in parts.split(","))]
    for tube, _ in told:
        if tube not in known:
            raise NotFoundError("tube", tube)
    whole = tuple((known[tube], count) for tube, count in told if count)
    if not whole:
        raise DomainError("A recipe of no parts makes nothing.", "Give at least one tube a part.")
    targets = targets_of(desk.file, desk.state, desk.survey().depth)
    target = next((each for each in targets if each.place == (plane, element, part)), None)
    if target is None:
        raise NotFoundError("plane", plane)
    strength = strength_in(water) if palette.transparent else None
    lab = mix_of(palette.tubes, whole, strength=strength)
    away = float(ciede2000(np.array([lab]), np.array([target.lab]))[0])
    return TriedRecipeView(recipe=_recipe(Recipe(whole, strength, lab, away), palette), wanted=hex_of(target.lab))


@router.get("/api/paintings/{painting_id}/mixes/reach", summary="Find which tube would reach a colour")
def reach(
    here: Here,
    painting_id: PathNumber,
    plane: Annotated[int, Query(ge=1, le=9)],
    part: StringPart,
    element: Annotated[int, Query(ge=0, le=1_000_000_000)] = 0,
) -> list[UsualTubeView]:
    """Name usual tubes with which an out-of-reach colour would be reached."""
    desk = here.studio.desk(painting_id, here.clock())
    made = strings_of(desk.state, targets_of(desk.file, desk.state, desk.survey().depth))
    mix = next((each for each in made if each.target.place == (plane, element, part)), None)
    if mix is None:
        raise NotFoundError("plane", plane)
    helping = [index for index, _ in reaching_tubes(palette_of(desk.state), mix.target.lab, mix.recipe.difference)]
    return [each for each in pigments() if each.pigment in helping]


@router.get("/api/paintings/{painting_id}/sources/{number}/swatches", summary="Find the swatches on a page")
def swatch_boxes(here: Here, painting_id: PathNumber, number: PathNumber) -> list[SwatchBoxView]:
    """Propose where the patches of a photographed page of swatches are, row by row."""
    desk = here.studio.desk(painting_id, here.clock())
    boxes = boxes_on(desk.file, find(desk.state, "source", number))
    tubes = tubes_of_rows(boxes, desk.state.tubes)
    return [
        SwatchBoxView(
            left=box.left, top=box.top, right=box.right, bottom=box.bottom, colour=hex_of(box.lab), row=box.row,
            tube=tubes.get(box.row, 0),
        )
        for box in boxes
    ]  # fmt: skip
