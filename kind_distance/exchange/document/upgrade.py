"""Documents of version 1 turned into those of today, so that a file kept long ago is still read."""

from __future__ import annotations

from typing import Any

from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST

Data = dict[str, Any]
GROUPS = {
    "support": {"name": "support", "width_cm": "width_cm", "height_cm": "height_cm"},
    "drawing": {"medium": "drawing_medium", "detail": "drawing_detail"},
    "focus": {"x": "focus_x", "y": "focus_y", "reach": "focus_reach"},
    "ready_by": {"day": "deadline", "purpose": "deadline_for"},
}
DEPTH = ("veil", "visibility_km", "pull", "key", "gap", "airlight")
FOLLOWS = ("contrast_left", "in_focus")  # told for other readers


def upgraded(found: Data) -> Data:
    """Give a document of version 1 as one of version 2; what makes no sense in it is left for the checks to tell."""
    data = {**found, "version": 2}
    for group, names in GROUPS.items():
        told = data.pop(group, None)
        if isinstance(told, dict):
            data |= {names.get(key, f"{group}_{key}"): value for key, value in told.items()}
    depth = data.pop("depth", None)
    if isinstance(depth, dict):
        data |= {key if key in DEPTH else f"depth_{key}": value for key, value in depth.items()}
    if isinstance(data.get("meant_so"), dict):
        data["meant_so"] = [{"key": key, "reason": reason} for key, reason in data["meant_so"].items()]
    with_photo = bool(data.get("sources") or data.get("pictures"))
    _each(data, "planes", lambda plane: _plane(plane, with_photo=with_photo))
    _focus_plane(found, data)
    _each(data, "elements", _element)
    _each(data, "pairs", _pair)
    if with_photo:
        data.pop("borders", None)
    _passes(data)
    return data


def _each(data: Data, name: str, turn: Any) -> None:  # noqa: ANN401  a function over one part
    if isinstance(data.get(name), list):
        data[name] = [turn(dict(each)) if isinstance(each, dict) else each for each in data[name]]


def _plane(plane: Data, *, with_photo: bool) -> Data:
    for name in FOLLOWS:
        plane.pop(name, None)
    held = "held" in plane
    value = plane.pop("value", None)
    plane["locked_value"] = plane.pop("held", None)
    if with_photo:
        for name in ("share", "dark", "light", "detail"):
            plane.pop(name, None)
    elif not held and isinstance(value, (int, float)):
        # Without a photo, and without a word on what is held, a value is the painter's own: nothing else can say it.
        plane["locked_value"] = min(max(value, PAINT_DARKEST), PAINT_LIGHTEST) if 0 <= value <= 10 else value
    if plane.get("kind") == "sky":
        plane.pop("distance_m", None)
    return plane


def _focus_plane(found: Data, data: Data) -> None:
    """Name the plane that holds most of the focus, where no picture shows it."""
    planes = found.get("planes")
    if not isinstance(planes, list) or data.get("main_source") is not None:
        return
    shares = [(each.get("in_focus") or 0, each.get("name")) for each in planes if isinstance(each, dict)]
    shares = [each for each in shares if isinstance(each[0], (int, float)) and each[0] > 0]
    if shares:
        data.setdefault("focus_plane", max(shares, key=lambda each: each[0])[1])


def _element(thing: Data) -> Data:
    at = thing.pop("at", None)
    if isinstance(at, list) and len(at) == 2:
        thing["x"], thing["y"] = at
    return thing


def _pair(pair: Data) -> Data:
    lighter = pair.pop("lighter", None)
    if lighter is not None:
        pair["direction"] = {"far": 1, "near": -1}.get(lighter, lighter)
    return pair


def _passes(data: Data) -> None:
    passes = data.get("passes")
    by_hand = data.get("passes_by_hand", True)
    plan = data.pop("plan", None)
    if not isinstance(passes, list):
        return
    numbers = [each.get("number") or at for at, each in enumerate(passes, start=1) if isinstance(each, dict)]
    sessions = data.get("sessions") if isinstance(data.get("sessions"), list) else []
    session_numbers = [each.get("number") or at for at, each in enumerate(sessions or [], start=1)
                       if isinstance(each, dict)]  # fmt: skip
    data["passes"] = [_pass(dict(each)) if isinstance(each, dict) else each for each in passes] if by_hand else []
    data["passes_by_hand"] = bool(passes) and bool(by_hand)
    if isinstance(plan, list):
        data["kept_plan"] = [_place(dict(each), numbers, session_numbers) for each in plan if isinstance(each, dict)]


def _pass(each: Data) -> Data:
    for old, new in {"plane": "planes", "thing": "elements", "aid": "aids"}.items():
        if old in each:
            value = each.pop(old)
            each[new] = [] if value in (None, "") else [value]
    if "planned_minutes" in each:
        each["planned_min"] = each.pop("planned_minutes")
    done = each.pop("done", None)
    if isinstance(done, list) and len(done) == 2:
        each["done_start"], each["done_end"] = done
    return each


def _place(each: Data, passes: list[Any], sessions: list[Any]) -> Data:
    for name, numbers in (("layer_pass", passes), ("session", sessions)):
        at = each.get(name)
        if isinstance(at, int) and 1 <= at <= len(numbers):
            each[name] = numbers[at - 1]
    start = each.pop("start", None)
    if start is not None:
        each["not_before"] = start
    return each
