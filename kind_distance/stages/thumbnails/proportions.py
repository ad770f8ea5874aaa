"""A photo whose proportions are not those of its support: said at once, with the ways out."""

from __future__ import annotations

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.picture.crops import LARGEST_RATIO
from kind_distance.core.picture.working import Fit
from kind_distance.core.wording import say_area, say_size
from kind_distance.pictures.plates import crop_of_plan, main_source, plate_of
from kind_distance.rows import State

LEAST_BARE = 0.08  # share of the support that stays bare from which on it is told; a margin is less
STAGE = "thumbnails"


def judge_proportions(state: State, fit: Fit | None, area_cm2: float) -> list[Judgement]:
    """Tell how much of the support stays bare, and offer a crop, another support, or the border as meant."""
    source, brief = main_source(state), state.brief
    whole = brief.width_cm * brief.height_cm
    if source is None or fit is None or 1 - area_cm2 / whole < LEAST_BARE:
        return []
    crop = crop_of_plan(state)
    width, height = plate_of(source).size_px if crop is None else (crop.width, crop.height)
    ratio = width / height
    remedies = [Remedy("Crop it", "show_crops", {"source": source.number})]
    if 1 / LARGEST_RATIO <= ratio <= LARGEST_RATIO:
        side = max(brief.width_cm, brief.height_cm)
        other = (side, round(side / ratio, 1)) if ratio >= 1 else (round(side * ratio, 1), side)
        size = say_size(*other, brief.unit)
        remedies.append(Remedy(f"A support of {size}", "set_brief", {"width_cm": other[0], "height_cm": other[1]}))
    key = f"other_shape:{source.number}"
    remedies.append(Remedy("A border stays", "mean_it_so", {"key": key, "reason": "A border stays bare."}))
    said = "crop" if crop is not None else "photo"
    return [
        Judgement(
            key, "other_shape", STAGE, "mild", f"The {said} has another shape than the support",
            f"{ratio:.2f} to 1, the support {brief.width_cm / brief.height_cm:.2f} to 1: only "
            f"{say_area(area_cm2, brief.unit)} of {say_area(whole, brief.unit)} are painted, and minutes are planned "
            "for that. Crop it to the support, take another support, or leave a border on purpose.",
            100 * (1 - area_cm2 / whole), (), tuple(remedies),
        )
    ]  # fmt: skip
