"""Worked cases taken through the application's own road: document in, judgements and plan out."""

from __future__ import annotations

import json
from pathlib import Path

from kind_distance.exchange.document.reading import read_document
from kind_distance.studio.document.reading import state_of
from kind_distance.studio.survey import survey
from tests.cases.convert import document

NOWHERE = Path("no file")
MASS = ("block_in", "blend", "second_layer", "underpainting")
TECHNIQUES = {
    "tone": ("ground",), "draw": ("drawing",), "underpaint": ("underpainting",), "block-in": ("block_in",),
    "wet blend": ("blend",), "second layer": ("second_layer",), "glaze": ("glaze",), "scumble": ("scumble",),
    "lift": ("lift",), "scratch": ("scratch",), "detail": ("details",), "lights": ("lights",), "sides": ("sides",),
    "sign": ("finish",), "varnish": ("varnish",), "mass": MASS,
}  # fmt: skip


class Judged:
    """A case as the application judges it."""

    def __init__(self, case, **how):
        self.case = case
        read = read_document(json.dumps(document(case, **how)).encode(), "case.json")
        self.state = state_of(read, {})
        self.found = survey(NOWHERE, self.state, 0)
        self.work = self.found.work
        self.planes = {plane.rank: plane.name for plane in self.state.planes}
        self.things = {each.number: each.name for each in self.state.elements}
        self.titles = {each.id: each.title for each in self.work.passes}

    def messages(self, *, advice=False):
        """Everything that is said: (kind, passes, planes, things, sessions, judgement)."""
        return [
            (
                each.kind.replace("_", " "),
                {self.titles[n] for n in each.passes if n in self.titles},
                {self.planes[rank] for rank in each.planes},
                {self.things[n] for n in each.things},
                {f"s{n}" for n in each.sessions},
                each,
            )
            for each in self.found.judgements
            if advice or each.severity != "note"
        ]


def says(warning, message):
    """Whether a message says the same of the same pass, or where none is named of the same things or planes."""
    kind, passes, planes, things, sessions, _ = message
    if kind != warning["kind"]:
        return False
    for named, found in (("passes", passes), ("sessions", sessions), ("elements", things), ("planes", planes)):
        if warning[named]:
            return bool(set(warning[named]) & found)
    return True


def breaks(quiet, message):
    """Whether a message says what must stay unsaid."""
    kind, passes, planes, *_ = message
    if kind != quiet["kind"] or (quiet["passes"] != "all" and not set(quiet["passes"]) & passes):
        return False
    return not quiet["planes"] or bool(set(quiet["planes"]) & planes)


class Planned:
    """A derived plan, held against what a sensible one contains."""

    def __init__(self, judged):
        self.judged, self.work = judged, judged.work
        self.placed = {each.pass_id: each for each in self.work.schedule.placements}
        order = sorted(
            self.work.passes, key=lambda each: self.placed[each.id].start if each.id in self.placed else 1e12
        )
        self.passes = order
        self.planes = judged.planes

    def picked(self, where):
        """Passes of a technique, on planes."""
        kinds = TECHNIQUES.get(where.get("technique"))
        return [
            each
            for each in self.passes
            if (kinds is None and each.kind not in ("ground", "drawing") or kinds and each.kind in kinds)
            and (not where.get("planes") or {self.planes[r] for r in each.planes} & set(where["planes"]))
        ]

    def holds(self, asked):
        """Whether the plan holds what is asked; None where the kind is not known."""
        check = getattr(self, "check_" + asked["kind"].replace(" ", "_"), None)
        return None if check is None else bool(check(asked))

    def check_fits(self, asked):
        wanted = asked.get("sessions")
        left = [u for u in self.work.schedule.unplaced if self.by_id(u.pass_id).kind != "varnish"]
        numbers = {f"s{each.number}" for each in self.judged.state.sessions}
        return not left and (not wanted or set(wanted) <= numbers)

    def by_id(self, number):
        return next(each for each in self.work.passes if each.id == number)

    def check_in_light(self, asked):
        return not any(m[0] == "light moved" for m in self.judged.messages())

    def check_order(self, asked):
        first, then = self.picked(asked["first"]), self.picked(asked["then"])
        first, then = [p for p in first if p not in then], [p for p in then if p not in first]
        if not first or not then:
            return True
        at = {each.id: n for n, each in enumerate(self.passes)}
        if asked.get("all"):
            return max(at[p.id] for p in first) < min(at[p.id] for p in then)
        begun = {}
        for each in first:
            for rank in each.planes or (0,):
                if not asked["first"].get("planes") or self.planes.get(rank) in asked["first"]["planes"]:
                    begun.setdefault(rank, at[each.id])
        return max(begun.values()) < min(at[p.id] for p in then)

    def check_pass_for(self, asked):
        named = {name for each in self.passes for name in each.things}
        return set(asked["elements"]) <= named

    def check_underlay(self, asked):
        wanted = set(asked.get("planes") or ()) | set(asked.get("elements") or ())
        laid = [
            p
            for p in self.passes
            if p.colour.value is not None and p.colour.value >= 8.5 and p.colour.opacity == "opaque"
        ]
        got = {self.planes[r] for p in laid for r in p.planes} | {name for p in laid for name in p.things}
        return wanted <= got

    def check_passes_of(self, asked):
        for plane in asked.get("planes") or [None]:
            n = len(self.picked({"technique": asked["technique"], "planes": [plane] if plane else None}))
            if not asked.get("at_least", 0) <= n <= asked.get("at_most", 999):
                return False
        return True

    def check_none_of(self, asked):
        names = asked.get("techniques") or [asked["technique"]]
        return not any(self.picked({**asked, "technique": name}) for name in names)

    def check_last(self, asked):
        at = {each.id: n for n, each in enumerate(self.passes)}
        before = [t for name in asked.get("before") or () for t in TECHNIQUES[name]]
        mine = [
            p for p in self.passes if {self.planes[r] for r in p.planes} & set(asked["planes"]) and len(p.planes) < 3
        ]
        rest = [
            p
            for p in self.passes
            if p not in mine and p.kind not in (*before, "ground", "drawing", "finish", "varnish", "sides")
        ]
        return not rest or min(at[p.id] for p in mine) > max(at[p.id] for p in rest)

    def check_spares(self, asked):
        names = asked.get("reserves") or [r["id"] for r in self.judged.case["reserves"]]
        planes = {r["id"]: r["plane"] for r in self.judged.case["reserves"]}
        for name in names:
            for each in self.passes:
                mass = each.kind in (*MASS, "glaze") and not (each.things and (each.share or 1) <= 0.5)
                ranks = {self.planes[r] for r in each.planes}
                if mass and planes[name] in ranks and name not in (each.spares or ()):
                    return False
        return True

    def check_waits_at_most(self, asked):
        last, most = {}, 0
        for each in self.work.schedule.placements:
            if each.session_id in last:
                most = max(most, each.start - last[each.session_id])
            last[each.session_id] = each.end
        return most <= asked["minutes"]

    def check_aid(self, asked):
        aids = asked.get("aids") or [asked.get("aid")]
        return any(set(each.aids) & set(aids) for each in self.picked(asked))

    def check_brush(self, asked):
        for name in asked.get("elements") or ():
            own = [p for p in self.passes if name in p.things and p.kind in ("details", "lights")]
            if not any(p.mark_mm is not None and p.mark_mm <= asked["at_most_mm"] + 1e-6 for p in own):
                return False
        return True

    def check_minutes(self, asked):
        everything = sum(p.minutes for p in self.passes)
        planes, things = set(asked.get("planes") or ()), set(asked.get("elements") or ())
        own = [
            p
            for p in self.passes
            if (planes and len(p.planes) == 1 and self.planes[p.planes[0]] in planes) or things & set(p.things)
        ]
        if asked.get("technique"):
            own = [p for p in own if p.kind in TECHNIQUES[asked["technique"]]]
        minutes = sum(p.minutes for p in own)
        low, high = asked.get("share_at_least", 0), asked.get("at_most", 1e9)
        return (
            minutes >= low * everything - 1e-9
            and minutes <= high
            and minutes <= asked.get("share_at_most", 1) * everything
        )

    def check_balance(self, asked):
        at = {each.id: n for n, each in enumerate(self.passes)}
        masses, fine = [], []
        for plane in asked["planes"]:
            own = self.picked({"technique": "mass", "planes": [plane]})
            masses.append(at[own[0].id] if own else 0)
            fine += [at[p.id] for p in self.picked({"technique": "detail", "planes": [plane]})]
        return not fine or max(masses) < min(fine)

    def check_varnish_after(self, asked):
        return not any(p.kind == "varnish" and p.id in self.placed for p in self.passes)

    def check_lean_to_fat(self, asked):
        return not any(m[0] == "lean over fat" for m in self.judged.messages())

    def check_range(self, asked):
        return not any(m[0] == "dark too far back" for m in self.judged.messages())

    def check_one_mix(self, asked):
        seen, last = set(), None
        for each in self.passes:
            if each.kind not in ("block_in", "blend") or len(each.planes) != 1:
                continue
            plane = self.judged.state.planes[each.planes[0] - 1]
            mix = plane.hue or plane.chroma
            if mix != last and mix in seen:
                return False
            seen.add(mix)
            last = mix
        return True

    def check_wet_in_wet(self, asked):
        return not any(m[0] == "tacky rework" for m in self.judged.messages())

    def check_dry_between(self, asked):
        return not any(m[0] in ("wet under", "glaze too early") for m in self.judged.messages())
