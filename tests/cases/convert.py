"""The worked cases (invented paintings, told pass by pass) as open documents, with nothing of them left out."""

from __future__ import annotations

import json
from datetime import date, datetime, timedelta
from functools import lru_cache
from pathlib import Path

FOLDER = Path(__file__).parent
MEDIA = {
    "watercolour": "watercolour", "gouache": "gouache", "acrylic": "acrylic", "re-wettable acrylic": "rewettable_acrylic",
    "oil": "oil", "oil over acrylic": "oil_over_acrylic",
}  # fmt: skip
PAINTS = {"watercolour": "watercolour", "gouache": "gouache", "acrylic": "acrylic", "re-wettable acrylic": "rewettable",
          "oil": "oil"}  # fmt: skip
SCHOOLS = {"one mix everywhere": "one_mix"}
VEILS = {
    "clear mountain air": "mountain_air", "toward sunset": "toward_sunset", "away from sunset": "from_sunset",
    "backlit interior": "backlit_room", "deep water": "deep_water",
}  # fmt: skip
TECHNIQUES = {
    "tone": "ground", "draw": "drawing", "underpaint": "underpainting", "block-in": "block_in", "wet blend": "blend",
    "second layer": "second_layer", "glaze": "glaze", "scumble": "scumble", "lift": "lift", "scratch": "scratch",
    "detail": "details", "lights": "lights", "sides": "sides", "sign": "finish", "varnish": "varnish",
}  # fmt: skip
DRAWN_WITH = {"graphite": "pencil", "thinned paint": "thin_paint", "white pencil": "pale_pencil"}
THICK = {"wash": 0.6, "thin": 1.0, "medium": 1.5, "thick": 2.5}
KEPT = {"bare paper": "ground", "masking fluid": "masked", "tape": "masked"}
NATURES = {"solid": "solid", "water": "solid", "glass": "glass", "see-through": "see_through", "accents": "accents"}


@lru_cache(maxsize=1)
def cases():
    """All worked cases, by name."""
    return {path.stem: json.loads(path.read_text()) for path in sorted(FOLDER.glob("c*.json"))}


def _word(said):
    return said.replace(" ", "_").replace("-", "_")


def document(case, *, which="painted", timed=True, drop=()):
    """Write a case as an open document.

    `which` is "painted", "good" or "derived"; `timed` tells when each pass was painted; `drop` names fields of passes
    that are left out.
    """
    good = case["good"] if which == "good" else {}
    planes = good.get("planes") or case["planes"]
    sessions = good.get("sessions") or case["sessions"]
    underlays = good.get("underlays")
    underlays = case["underlays"] if underlays is None else underlays
    passes = [] if which == "derived" else good["passes"] if good else case["passes"]
    numbers = {each["id"]: n for n, each in enumerate(passes, start=1)}
    reserves = {each["id"]: n for n, each in enumerate(case["reserves"], start=1)}
    known = {each["id"] for each in planes}
    return {
        "format": "kind-distance-painting",
        "version": 2,
        "title": case["title"],
        "idea": case["idea"],
        "medium": "oil_at_once" if case["handling"] == "all at once" else MEDIA[case["medium"]],
        "approach": _approach(case),
        "school": SCHOOLS.get(case["school"], _word(case["school"])),
        "support": case["support"]["name"],
        "width_cm": case["support"]["width_mm"] / 10,
        "height_cm": case["support"]["height_mm"] / 10,
        "veil": VEILS.get(case["veil"], case["veil"]),
        "ground": {"white": "white", "black": "black"}.get(case["ground"]["kind"], "warm_grey"),
        "ground_value": case["ground"]["value"],
        "ground_ready": True,
        "focus_plane": case["focus"],
        "light": "",
        "drawing_medium": _drawn(case),
        "light_from": case["light"].get("source") or "",
        "light_holds": _hours(case, sessions),
        "pace": case["own_pace"]["factor"] if case["own_pace"] else None,
        "planes": [_plane(each, at, planes) for at, each in enumerate(planes)],
        "borders": [{"far": b["far"], "near": b["near"], "cm": b["cm"], "ragged": b["ragged"]} for b in case["borders"]],
        "pairs": [{"far": b["far"], "near": b["near"], "edge": b["edge"]} for b in case["borders"]],
        "elements": [_element(each) for each in case["elements"]],
        "reserves": [
            {"number": reserves[r["id"]], "name": r["id"], "way": KEPT[r["how"]], "plane": r["plane"], "value": r["value"]}
            for r in case["reserves"]
        ],
        "underlays": [_underlay(each, known, numbers) for each in underlays],
        "sessions": [_session(each) for each in sessions],
        "passes": [_pass(case, each, sessions, reserves, timed=timed, drop=drop) for each in passes],
    }  # fmt: skip


def _approach(case):
    said = case["handling"]
    for word, approach in (("glazes", "glazes"), ("mist", "misted"), ("wet in wet", "wet_in_wet"), ("in washes", "washes"),
                           ("underpainting", "glazes"), ("tinted glass", "")):  # fmt: skip
        if word in said:
            return approach
    return ""


def _drawn(case):
    """What the painting is drawn with, by its good order; nothing where nothing is drawn."""
    drawn = [
        p["drawing_medium"] for p in case["good"]["passes"] if p["technique"] == "draw" and p["sheet"] == "painting"
    ]
    known = {"graphite": "pencil", "thinned paint": "thin_paint", "charcoal": "charcoal", "pen": "pen", "marker": "pen"}
    return known.get(drawn[0], "pale_pencil") if drawn else "none"


def _hours(case, sessions):
    days = {each["day"]: each["date"] for each in sessions}
    return [
        {"start": f"{_date(days, span['day'])}T{span['from']}", "end": f"{_date(days, span['day'])}T{span['to']}"}
        for span in case["light"]["holds"]
    ]


def _date(days, day):
    first = min(days)
    return days.get(day) or (date.fromisoformat(days[first]) + timedelta(days=day - first)).isoformat()


def _plane(each, at, planes):
    return {
        "name": each["id"],
        "kind": "water" if each["kind"] == "water" else "land",
        "nature": NATURES[each["kind"]],
        "locked_value": each["value"],
        "dark": None if each["range"] is None else each["range"][0],
        "light": None if each["range"] is None else each["range"][1],
        "chroma": each["chroma"] or "",
        "hue": each["hue"] or "",
        "share": each["share"],
        "box": each["box"],
        "beside_last": at > 0 and planes[at - 1]["rank"] == each["rank"],
        "over": each.get("over") or [],
    }


def _element(each):
    hidden = [{"plane": h["plane"], "share": h["share"]} for h in each["hidden_by"]]
    return {
        "name": each["id"], "plane": each["plane"], "smallest_mm": each["smallest_mm"], "count": each["count"] or 1,
        "box": each["box"], "over": each["over"], "hidden_by": hidden, "given_up": each["given_up"] or "",
    }  # fmt: skip


def _underlay(each, planes, numbers):
    where = {"plane": each["for"]} if each["for"] in planes else {"element": each["for"]}
    return {**where, "value": each["value"], "passes": [numbers[p] for p in each["passes"] if p in numbers]}


def _session(each):
    return {
        "start": f"{each['date']}T{each['start']}", "minutes": each["minutes"], "place": (each["where"] or "")[:120],
        "outdoors": each["place"] == "outdoors", "temperature_c": each["temperature_c"], "humidity": each["humidity_pct"],
        "wind_m_s": each["wind_m_s"], "sun_w_m2": each["sun_w_m2"], "hazards": each["hazards"],
        "looks_at": each["source"] or "",
    }  # fmt: skip


def _paint(case, each):
    if each["technique"] == "varnish":
        return "varnish"
    if each["technique"] == "draw" and each["drawing_medium"] != "thinned paint":
        return "dry"
    return PAINTS.get(each["paint"]["kind"] or case["medium"])


def _pass(case, each, sessions, reserves, *, timed, drop):
    paint, line = each["paint"], each["line"] or {}
    told = {
        "kind": TECHNIQUES[each["technique"]],
        "planes": each["planes"],
        "title": each["id"],
        "paint": _paint(case, each),
        "elements": each["elements"],
        "share": each["share"],
        "sheet": each["sheet"],
        "mix": each["mix"] or "",
        "minutes": each["minutes"] if timed else None,
        "thickness": THICK[each["thickness"]],
        "wants": _word(each["wants"]),
        "brush_mm": each["brush_mm"],
        "mark_mm": each["mark_mm"],
        "drawing_medium": DRAWN_WITH.get(each["drawing_medium"], each["drawing_medium"] or ""),
        "line_weight": line.get("weight") or "",
        "line_removed": _word(line.get("removed") or ""),
        "line_meant": line.get("meant"),
        "aids": each["aids"],
        "spares": [reserves[r] for r in each["spares"]],
        "in_light": each["in_light"],
        "value": paint["value"],
        "chroma": paint["chroma"] or "",
        "hue": (paint["hue"] or "")[:40],
        "opacity": _word(paint["opacity"] or ""),
        "hides_line": paint["opaque"],
        "oil": paint["oil"] or "",
        "dries": paint["dries"] or "",
        "counts": [{"element": name, "count": n} for name, n in each["counts"].items()],
    }
    if timed:
        session = next(s for s in sessions if s["id"] == each["session"])
        start = datetime.fromisoformat(f"{session['date']}T{each['start']}") + timedelta(
            days=each["day"] - session["day"]
        )
        told["done_start"] = start.isoformat(timespec="minutes")
        told["done_end"] = (start + timedelta(minutes=each["minutes"])).isoformat(timespec="minutes")
    return {name: value for name, value in told.items() if name not in drop}
