"""Drills of order: passes in an order that can be painted, how long one has to wait, what is dry now."""

from __future__ import annotations

import math

from kind_distance.core.paint.drying import EARLY, LATE, Weather, dry, touch_dry_min
from kind_distance.core.paint.media import Paint
from kind_distance.core.practice.airs import AIRS
from kind_distance.core.practice.chance import chance
from kind_distance.core.practice.orders import Puzzle, order_puzzle
from kind_distance.core.wording import first_upper, say_list, say_minutes, say_range
from kind_distance.errors import DomainError
from kind_distance.stages.passes.schedule_words import say_rule
from kind_distance.stages.practice.drills.drill import (
    LETTERS,
    NO_SCENE,
    SEEDS,
    Drill,
    DrillKind,
    Marked,
    Option,
    lettered,
)
from kind_distance.stages.practice.play_words import AIR_NAMES


def order(seed: int, level: int) -> Drill:
    """Put passes in an order that can be painted."""
    puzzle = order_puzzle(seed, level)
    shuffled = [int(at) for at in chance(seed, "order").permutation(len(puzzle.passes))]
    keys = {puzzle.passes[at].id: LETTERS[n] for n, at in enumerate(shuffled)}
    return Drill(
        "order", seed, level, f"In which order do you paint this in {puzzle.medium}?",
        "More than one order may be right: what counts is that nothing lies over what is not there yet, and how much "
        "you have to cut round.", puzzle.scene, "order", [keys[each.id] for each in puzzle.passes],
        options=tuple(
            Option(LETTERS[n], first_upper(puzzle.passes[at].said)) for n, at in enumerate(shuffled)
        ),
    )  # fmt: skip


def _costs(puzzle: Puzzle, order: list[int]) -> str:
    """Say what an order costs: border cut round, waiting, mixing a plane's colours again."""
    cut, waits, again = puzzle.cut_round_cm(order), puzzle.waits_min(order), puzzle.mixed_again(order)
    told = [
        f"cuts round {cut:.0f} cm of border" if cut >= 1 else "cuts round nothing",
        f"waits {say_minutes(waits)}" if waits >= 1 else "never waits",
        f"mixes {_say_again(again)}" if again else "mixes each plane once",
    ]
    return say_list(told)


def _say_again(count: int) -> str:
    return "one plane's colours again" if count == 1 else f"colours again {count} times"


def _mark_order(drill: Drill, given: list[str]) -> Marked:
    """Mark an order of passes: any that can be painted is right; what it costs is told beside the cheapest."""
    puzzle = order_puzzle(drill.seed, drill.level)
    ids = dict(zip(drill.truth, (each.id for each in puzzle.passes), strict=True))
    order = [ids[key] for key in given]
    wrong = next((rule for rule in puzzle.broken(order) if rule.material), None)
    usual = [each.id for each in puzzle.passes]
    mine = f"Yours {_costs(puzzle, order)}"
    other = f"; {', '.join(drill.truth)} {_costs(puzzle, usual)}" if given != drill.truth else ""
    measured = (
        f"{mine}{other}."
        if wrong is None
        else f"This cannot be painted. {say_rule(wrong.why)} In order: {', '.join(drill.truth)}."
    )
    return Marked(
        wrong is None, None, measured,
        "A layer needs what lies under it to be there and dry enough. Far before near saves cutting round, wherever "
        "the near edge is hard.", "Known by the rules that plan your own paintings.",
        "Some schools begin with the focus, or with the darks, and cut the distance in round them: it costs the "
        "centimetres told here, and is right for those who want the edge soft.",
    )  # fmt: skip


LAYERS: tuple[tuple[str, Paint, float], ...] = (
    ("a wash of watercolour", "watercolour", 1.0), ("a wet, full wash of watercolour", "watercolour", 2.2),
    ("a thin coat of gouache", "gouache", 1.0), ("a creamy coat of gouache", "gouache", 2.0),
    ("a thin coat of acrylic", "acrylic", 1.0), ("a thick, buttery coat of acrylic", "acrylic", 3.0),
    ("a thin scrub of oil", "oil", 0.5), ("a usual coat of oil", "oil", 1.0),
)  # fmt: skip
SHORTEST_MIN = 2.0
WELL = 1.3  # how clearly dry or wet what is asked about is


def wait(seed: int, level: int) -> Drill:
    """Say how long a layer has to wait before a glaze over it neither lifts nor drags it."""
    rng = chance(seed, "wait")
    said, paint, thick = LAYERS[int(rng.integers(len(LAYERS)))]
    at = int(rng.integers(len(AIRS)))
    air_said, air = AIR_NAMES[at], AIRS[at]
    apart = (4.0, 3.0, 2.2)[level - 1]
    film = dry(paint, 0.0, Weather(((0.0, air),)), thick)
    minutes = film.firm
    # Nobody would take "0 min" for an answer: shorter ones only where there is room for them.
    room = max(0, math.floor(math.log(minutes / SHORTEST_MIN, apart)))
    shorter = int(rng.integers(0, min(3, room) + 1))
    options = tuple(Option(LETTERS[n], say_minutes(minutes * apart ** (n - shorter))) for n in range(4))
    return Drill(
        "wait", seed, level, f"You have laid {said} {air_said}. How long until a thin layer over it does no harm?",
        "Water leaves as fast as the air takes it; oil hardens by taking up air, and slowly.", None, "choice",
        LETTERS[shorter], options=options, facts={"paint": paint},
        known={"minutes": minutes, "touch": (film.touch_early, film.touch_late)},
    )  # fmt: skip


def _mark_wait(drill: Drill, given: str) -> Marked:
    minutes = drill.known["minutes"]
    water = drill.facts["paint"] != "oil"
    return Marked(
        given == drill.truth, None,
        f"About {say_minutes(minutes)}; it is dry to the touch after {say_range(*drill.known['touch'])}.",
        "Thick films, damp and cold air take longer; wind and sun shorten it. Wait about as long again "
        "as it took to be dry to the touch: what no longer marks may still lift under a wet brush."
        if water
        else "Oil does not dry as water does: warmth and light help, wind hardly, and a thick film takes weeks. Fat "
        "goes over lean, or the upper film cracks.",
        "Starting values from memory; your own notes on drying say it better, and the label rules.",
        "Many work into wet paint on purpose; then nothing has to wait, and one mixes for it."
        if water
        else "Painters who finish in one go never wait: they paint wet into wet, lean enough to be done.",
    )  # fmt: skip


def dry_now(seed: int, level: int) -> Drill:
    """Say which of some layers is dry now."""
    count = (3, 4, 4)[level - 1]
    for more in range(SEEDS):
        rng = chance(seed + more, "dry now")
        place = int(rng.integers(len(AIRS)))
        air_said, air = AIR_NAMES[place], AIRS[place]
        chosen = [LAYERS[int(at)] for at in rng.permutation(len(LAYERS))[:count]]
        touch = [touch_dry_min(paint, air, thick) for _, paint, thick in chosen]
        # The first is well dry, the others clearly not; nearer to it the higher the level.
        near = (0.35, 0.5, 0.9)[level - 1]
        ago = [touch[0] * LATE * WELL * rng.uniform(1, 1.3)]
        ago += [each * EARLY / WELL * rng.uniform(near * 0.6, near) for each in touch[1:]]
        plain = [_plain_minutes(each) for each in ago]
        dry = [p > LATE * t for p, t in zip(plain, touch, strict=True)]
        wet = [p < EARLY * t for p, t in zip(plain, touch, strict=True)]
        if min(plain) >= 1 and dry[0] and all(wet[1:]):
            break
    else:
        raise DomainError(*NO_SCENE)
    order, letters = lettered(count, rng)
    options = tuple(Option(letters[at], f"{first_upper(chosen[at][0])}, {say_minutes(plain[at])} ago") for at in order)
    told = "; ".join(f"{chosen[at][0]}: {say_range(EARLY * touch[at], LATE * touch[at])}" for at in order)
    return Drill(
        "dry_now", seed, level, f"You are {air_said}. Which layer is dry to the touch now?",
        "One of them is; the others would come off on your finger.", None, "choice", letters[0], options=options,
        known={"told": told},
    )  # fmt: skip


def _plain_minutes(minutes: float) -> float:
    """Round a span as one says it: by minutes, five minutes, hours, days."""
    for step, below in ((1, 12), (5, 90), (60, 2160), (1440, float("inf"))):
        if minutes < below:
            return max(float(step), round(minutes / step) * float(step))
    return minutes


def _mark_dry_now(drill: Drill, given: str) -> Marked:
    dry = next(option.said for option in drill.options if option.key == drill.truth)
    return Marked(
        given == drill.truth, None, f"{dry}, is dry. To the touch they take: {drill.known['told']}.",
        "Thin before thick, water before oil, and the same film in damp air takes twice as long as in dry.",
        "Starting values from memory, with the range in which they mostly fall; a touch at the rim is the proof.",
    )  # fmt: skip


KINDS = (
    DrillKind("order", "Order", "Put the passes in order", order, _mark_order),
    DrillKind("wait", "Order", "How long to wait?", wait, _mark_wait),
    DrillKind("dry_now", "Order", "What is dry now?", dry_now, _mark_dry_now),
)
