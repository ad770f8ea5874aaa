"""Measured figures: one line each with name, measured, bound and whether it holds; exit 1 where one does not.

Each figure is the median of several turns. Where a ratio makes sense both sides are measured in the same run, in
turns, so that a noisy machine slows both. What the machine is like at that minute is told beside each figure by a piece
of work that is always the same: where it takes twice as long as it did, so does everything.
"""

from __future__ import annotations

import io
import itertools
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from dataclasses import replace
from datetime import datetime, timedelta
from pathlib import Path
from unittest.mock import patch

import cv2
import httpx
import numpy as np
from fastapi.testclient import TestClient
from numpy.typing import NDArray
from PIL import Image

from kind_distance.api.app import create_app
from kind_distance.core.build.film import Film
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.depth.plan import plan_depth
from kind_distance.core.judging.judge import judge
from kind_distance.core.judging.model import Painted
from kind_distance.core.mixing.recipes import fewest_tubes, find_recipe, mixes_of
from kind_distance.core.mixing.tubes import Tube
from kind_distance.core.paint.media import medium_of
from kind_distance.core.picture.page import find_frames, sketch_values, straighten_sketch
from kind_distance.core.picture.thumbnail import ThumbnailSettings, make_thumbnail, simplify
from kind_distance.core.practice.scenes import paint_scene
from kind_distance.core.progress.camera import photograph
from kind_distance.core.schedule.cost import plan_cost
from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.offers import offer_plans
from kind_distance.core.schedule.plan import make_schedule, place_listed
from kind_distance.core.schedule.rules import plain_scene
from kind_distance.core.schedule.search import Listed, search
from kind_distance.core.schedule.seek import sought
from kind_distance.demo.seed import picture_bytes, seed
from kind_distance.exchange.pictures import jpeg, read_picture
from kind_distance.pictures import darkroom
from kind_distance.stages.mixes.build import scene_of_build, steps_of
from kind_distance.stages.mixes.nominal import BY_INDEX, PIGMENTS
from kind_distance.stages.planes.plane_words import judge_depth
from kind_distance.store.database import migrate, opened, transaction
from kind_distance.store.diary import add_lines
from kind_distance.studio.changes.desk import Desk
from kind_distance.studio.paintings import Studio, minutes_now
from kind_distance.studio.pass_placing import put_there
from kind_distance.studio.survey import survey
from tools.paintings import made_up
from tools.running import DEMO_NOW

TEA, PAINTINGS = 3, (1, 2, 3)
Figure = tuple[str, float, float, str]


def median_ms(deed: Callable[[], object], turns: int) -> float:
    """Median time of a deed. [ms]."""
    times = []
    for _ in range(turns):
        start = time.perf_counter()
        deed()
        times.append(1000 * (time.perf_counter() - start))
    return statistics.median(times)


def fixed_work() -> float:
    """Time of a piece of work that never changes, in Python and in a library: the best of three. [ms]."""
    picture = np.full((800, 800), 0.5, np.float32)

    def work() -> None:
        sum(k * k for k in range(100_000))
        cv2.GaussianBlur(picture, (0, 0), 2.0)

    return min(median_ms(work, 1) for _ in range(3))


def ratio(one: Callable[[], object], other: Callable[[], object], turns: int) -> float:
    """Median of one deed over median of another, measured in turns."""
    first, second = [], []
    for _ in range(turns):
        first.append(median_ms(one, 1))
        second.append(median_ms(other, 1))
    return statistics.median(first) / statistics.median(second)


def _photo_24_megapixels() -> bytes:
    picture = Image.open(io.BytesIO(picture_bytes("tea_hillside"))).resize((6000, 4000), Image.Resampling.BICUBIC)
    grain = np.random.default_rng(1).normal(0, 6, (4000, 6000, 1))  # a camera's noise, so that it decodes as slowly
    noisy = np.clip(np.asarray(picture) + grain, 0, 255).astype(np.uint8)
    out = io.BytesIO()
    Image.fromarray(noisy).save(out, "JPEG", quality=92)
    return out.getvalue()


def intake(folder: Path) -> Iterator[Figure]:
    """Read a 24-megapixel JPEG, measured against Pillow's own full decode; then with all that is kept of it."""
    data, file = _photo_24_megapixels(), folder / "intake.sqlite"
    with opened(file) as db:
        migrate(db)
    count = itertools.count()

    def decode() -> object:
        return np.asarray(Image.open(io.BytesIO(data)).convert("RGB"))

    def take() -> object:
        # A byte after the end makes it another picture to the store and none to the eye.
        return darkroom.take_in(file, data + bytes([next(count) % 251, 7]), "photo")

    decode()
    yield "24 MP JPEG read / Pillow's full decode", ratio(lambda: read_picture(data), decode, 5), 2.0, "x"
    yield "24 MP JPEG taken in and kept / Pillow's full decode", ratio(take, decode, 5), 2.0, "x"


def first_strokes(client: TestClient) -> Iterator[Figure]:
    """Measure the first stroke on each painting, after it was opened and looked at for a moment."""
    times = []
    for painting in PAINTINGS:
        version = client.get(f"/api/paintings/{painting}").json()["version"]
        start = time.perf_counter()
        mark = {"action": "add_stroke", "plane": 1, "kind": "mark", "points": [[0.1, 0.04], [0.9, 0.04]], "width": 0.01}
        answer = client.post(f"/api/paintings/{painting}/changes", json={"version": version, "change": mark})
        times.append(1000 * (time.perf_counter() - start))
        # The other figures are for the demo as it is.
        version = answer.raise_for_status().json()["version"]
        client.post(f"/api/paintings/{painting}/undo", json={"version": version}).raise_for_status()
    yield "the first stroke on a painting just opened (median of the three)", statistics.median(times), 300.0, "ms"


def answers(client: TestClient) -> Iterator[Figure]:
    """Measure what a painter waits for, over HTTP: slider, stroke, opening."""
    settings = itertools.cycle([0.001 * k for k in range(1, 25)])

    def slider() -> object:
        query = {"source": 1, "steps": 4, "smallest_share": round(next(settings), 4), "softness": 0.014}
        return client.post(f"/api/paintings/{TEA}/preview", json=query).raise_for_status()

    slider()
    yield "thumbnail slider, smallest shape (median)", median_ms(slider, 21), 80.0, "ms"
    softness = itertools.cycle([0.004 + 0.0011 * k for k in range(30)])

    def squint() -> object:
        query = {"source": 1, "steps": 4, "smallest_share": 0.004, "softness": round(next(softness), 4)}
        return client.post(f"/api/paintings/{TEA}/preview", json=query).raise_for_status()

    yield "thumbnail slider, squint (median)", median_ms(squint, 21), 80.0, "ms"
    yield from sources_and_formats(client)
    heights = itertools.cycle([0.05 + 0.004 * k for k in range(20)])

    def stroke() -> float:
        version = client.get(f"/api/paintings/{TEA}").json()["version"]
        y = next(heights)
        change = {"action": "add_stroke", "plane": 1, "kind": "mark", "points": [[0.1, y], [0.9, y]], "width": 0.01}
        start = time.perf_counter()
        answer = client.post(f"/api/paintings/{TEA}/changes", json={"version": version, "change": change})
        took = time.perf_counter() - start
        answer.raise_for_status()
        return took

    yield from answered_bytes(client)
    times = [1000 * stroke() for _ in range(15)]
    yield "a stroke answered, planes, plan, passes and sessions with it (median)", statistics.median(times), 150.0, "ms"
    yield "a painting opened again (median)", median_ms(lambda: client.get(f"/api/paintings/{TEA}"), 15), 150.0, "ms"


def answered_bytes(client: TestClient) -> Iterator[Figure]:
    """Measure a new title, and how much is answered to it and to a stroke, against the whole painting."""
    shown = client.get(f"/api/paintings/{TEA}").json()
    whole = len(client.get(f"/api/paintings/{TEA}").content)

    def changed(change: dict[str, object]) -> tuple[float, int]:
        asked = {"version": shown["version"], "shown": shown["mark"], "change": change}
        start = time.perf_counter()
        answer = client.post(f"/api/paintings/{TEA}/changes", json=asked).raise_for_status()
        took = time.perf_counter() - start
        shown.update({name: answer.json()[name] for name in ("version", "mark")})
        return 1000 * took, len(answer.content)

    titles = [changed({"action": "set_brief", "title": f"Tea house {k}"}) for k in range(15)]
    yield "a new title answered (median)", statistics.median(ms for ms, _ in titles), 15.0, "ms"
    yield "a new title answered, size", max(size for _, size in titles) / 1000, 5.0, "kB"
    mark = {"action": "add_stroke", "plane": 1, "kind": "mark", "width": 0.01}
    strokes = [changed({**mark, "points": [[0.1, y], [0.9, y]]}) for y in (0.06, 0.07, 0.08)]
    yield "a stroke answered, size / the whole painting", max(size for _, size in strokes) / whole, 0.5, "x"


def many_photos(folder: Path) -> Iterator[Figure]:
    """Open twelve photos in turn, with thumbnails, marks and tilts, in a process of its own; its memory at the end."""
    base = np.asarray(Image.open(io.BytesIO(picture_bytes("tea_hillside"))).convert("RGB").resize((4000, 3000)))
    for number in range(12):
        Image.fromarray(np.roll(base, 97 * number, axis=1)).save(folder / f"photo {number:02d}.jpg", quality=88)
    command = [sys.executable, "-m", "tools.memory", str(folder / "many.sqlite"), str(folder)]
    told = subprocess.run(command, check=True, capture_output=True, text=True).stdout
    held, most = map(float, told.split())
    yield "12 photos, 24 thumbnails, 10 marks and 6 tilts in one process, memory held", held, 350.0, "MB"
    yield "the same, most while a photo of 12 megapixels is read", most, 550.0, "MB"


def long_history(folder: Path) -> Iterator[Figure]:
    """Make a thousand changes on a painting with 60 long strokes; how much the file grows."""
    file = folder / "long.sqlite"
    seed(file, DEMO_NOW)
    studio = Studio(file)
    version = studio.open(TEA, DEMO_NOW).painting.version
    for k in range(60):
        points = [(0.01 + 0.003 * i, 0.02 + 0.015 * k + 0.004 * np.sin(i / 7 + k)) for i in range(300)]
        stroke = {"plane": 1 + k % 3, "kind": "brush", "points": points, "width": 0.01}
        version = studio.change(TEA, version, "add_stroke", stroke, DEMO_NOW).painting.version
    before = file.stat().st_size
    for k in range(1000):
        change = {"plane": 1 + k % 4, "distance_m": 900 - (k % 5)} if k % 2 else {"plane": 1, "name": f"Sky {k}"}
        version = studio.change(TEA, version, "set_plane", change, DEMO_NOW).painting.version
    yield "1,000 changes with 60 strokes of 300 points, growth", (file.stat().st_size - before) / 1e6, 15.0, "MB"


def sources_and_formats(client: TestClient) -> Iterator[Figure]:
    """Measure six formats at once, everything read on a thumbnail, and a sketch page from photo to thumbnail."""
    shares = itertools.cycle([0.002 + 0.0003 * k for k in range(30)])
    wanted = ["own", "square", "landscape_4_3", "tall_3_4", "panorama_2_1", "7:5"]

    def six() -> object:
        query = {"source": 1, "formats": wanted, "smallest_share": round(next(shares), 4)}
        return client.post(f"/api/paintings/{TEA}/formats", json=query).raise_for_status()

    def seen() -> object:
        query = {"source": 1, "smallest_share": round(next(shares), 4)}
        return client.post(f"/api/paintings/{TEA}/seen", json=query).raise_for_status()

    page = np.asarray(Image.open(io.BytesIO(picture_bytes("sketch_page"))).convert("RGB"))

    def sketch() -> object:
        linear = linear_from_codes(page)
        frame = find_frames(linear)[0]
        values = sketch_values(straighten_sketch(linear, frame.corners))
        return make_thumbnail(simplify(values), ThumbnailSettings())

    veils = itertools.cycle(["mist", "storm", "night", "hazy", "dust"])

    def veil() -> object:
        return client.get(f"/api/paintings/{TEA}/veil.jpg", params={"veil": next(veils)}).raise_for_status()

    yield "the scene under another veil (median)", median_ms(veil, 11), 150.0, "ms"
    yield "six formats at once (median)", median_ms(six, 9), 1500.0, "ms"
    yield "everything read and judged on a thumbnail (median)", median_ms(seen, 9), 300.0, "ms"
    yield "a sketch page found, straightened and made a thumbnail (median)", median_ms(sketch, 5), 2000.0, "ms"


def planning(file: Path) -> Iterator[Figure]:
    """Plan the demo's painting: ladder and audit, sessions, a pass tried elsewhere on the score."""
    state = Studio(file).open(TEA, DEMO_NOW).painting.state
    found = survey(file, state, minutes_now(DEMO_NOW))
    problem, given = found.work.problem, found.depth.given

    def ladder() -> object:
        return judge_depth(given, plan_depth(given), "cm", state.brief.width_cm)

    yield "ladder and audit of six planes (median)", median_ms(ladder, 15), 100.0, "ms"
    desk = Desk(file, state, minutes_now(DEMO_NOW))
    last = found.work.schedule.placements[-1]
    minutes = itertools.cycle(range(last.start - 90, last.start - 5, 5))

    def dragged() -> object:
        return put_there(desk, last.pass_id, last.session_id, next(minutes))

    yield "a pass tried elsewhere on the score, with what breaks (median)", median_ms(dragged, 15), 150.0, "ms"
    yield (
        f"{len(problem.passes)} passes placed in {len(problem.sessions)} sessions",
        median_ms(lambda: make_schedule(problem), 9),
        100.0,
        "ms",
    )


def mixing(file: Path) -> Iterator[Figure]:
    """Find recipes, strings and few tubes; build a painting pass by pass."""
    twelve = tuple(as_pigment(index) for index in [each.index for each in PIGMENTS][:12])
    laid = mixes_of(twelve, transparent=False)
    targets = itertools.cycle([(30.0 + 5 * k, -12.0 + 3 * k, 20.0 - 4 * k) for k in range(11)])
    find = median_ms(lambda: find_recipe(twelve, laid, next(targets)), 33)
    yield "a recipe for one target with 12 tubes (median)", find, 30.0, "ms"
    wanted = [(25.0 + 2.7 * k, -8.0 + (7 * k) % 19, 22.0 - (5 * k) % 41) for k in range(24)]
    eight = median_ms(lambda: [find_recipe(twelve, laid, each) for each in wanted], 9)
    yield "all strings of eight planes, 12 tubes (median)", eight, 500.0, "ms"
    yield (
        "the fewest tubes for 24 colours (median)",
        median_ms(lambda: fewest_tubes(laid, wanted, 4.0, 12), 5),
        3000.0,
        "ms",
    )
    opened = Studio(file).open(TEA, DEMO_NOW)
    state, found = opened.painting.state, opened.survey
    scene, steps = scene_of_build(file, state, found.depth), steps_of(state, found.depth, found.work)
    if scene is None:
        raise SystemExit("The demo's painting has no picture.")
    Film(scene).stage(steps)  # noise and bristles are made once
    times, film = [], Film(scene)
    for at in range(1, len(steps) + 1):
        start = time.perf_counter()
        film.stage(steps[:at])
        times.append(1000 * (time.perf_counter() - start))
    yield "one stage of the build at 640 px (median)", statistics.median(times), 150.0, "ms"
    yield f"a film of {len(steps)} passes, for 20", sum(times) * 20 / len(steps) / 1000, 3.0, "s"
    changed = (*steps[:-3], replace(steps[-3], thickness=steps[-3].thickness + 0.5), *steps[-2:])
    start = time.perf_counter()
    film.stage(changed)
    yield (
        "the film after an edit of its third last pass / the whole film",
        (1000 * (time.perf_counter() - start) / sum(times)),
        0.5,
        "x",
    )


def at_the_easel(folder: Path) -> Iterator[Figure]:
    """Press done and next, read a photo of 12 megapixels, search a long diary, make a field sheet."""
    file, now = folder / "easel.sqlite", datetime(2026, 11, 28, 7, 20)  # noqa: DTZ001  a painter's wall clock
    seed(file, DEMO_NOW)
    clock = [now]
    with TestClient(create_app(file, lambda: clock[0]), base_url="http://127.0.0.1") as client:
        at = f"/api/paintings/{TEA}"

        def press(action: str, **arguments: object) -> float:
            version = client.get(f"{at}/version").json()["version"]
            start = time.perf_counter()
            client.post(f"{at}/changes", json={"version": version, "change": {"action": action, **arguments}})
            return 1000 * (time.perf_counter() - start)

        press("begin_session", session=1)
        times = []
        for number in range(1, 9):
            clock[0] += timedelta(minutes=9)
            times.append(press("finish_pass", number=number))
        yield "done, next, answered over HTTP (median)", statistics.median(times), 60.0, "ms"
        sheet = client.get(f"{at}/field.html?session=2").content
        yield "a field sheet", len(sheet) / 1e6, 1.5, "MB"
        painted = np.clip(linear_from_codes(_tea_at(client, at)), 0, 1)
        photo = cv2.resize(photograph(painted, 5).codes, (4000, 3000), interpolation=cv2.INTER_CUBIC)
        version = client.get(f"{at}/version").json()["version"]
        start = time.perf_counter()
        taken = client.post(
            f"{at}/sources", data={"version": version, "kind": "progress"},
            files={"file": ("painting.jpg", jpeg(np.ascontiguousarray(photo)), "image/jpeg")},
        ).json()  # fmt: skip
        client.get(f"{at}/photos/{taken['source']}")
        yield (
            "a photo of the painting, 12 megapixels, brought, read and compared",
            time.perf_counter() - start,
            2.5,
            "s",
        )
        with opened(file) as db:
            words = ("ridge", "sky", "mist", "terraces", "scumble", "glaze", "shed", "path")
            with transaction(db):
                add_lines(db, TEA, ((n, "note", f"{words[n % 8]} {n} {words[n // 8 % 8]}", None, None, "", None, "", "")
                                    for n in range(100_000)))  # fmt: skip
        asked = itertools.cycle(["mist 4", "ridge", "glaz sh", "nowhere"])
        found = median_ms(lambda: client.get(f"{at}/diary", params={"words": next(asked)}), 21)
        yield "a search in a diary of 100,000 lines (median)", found, 50.0, "ms"


def _tea_at(client: TestClient, at: str) -> NDArray[np.uint8]:
    """Give the painting as it should stand by now, as codes."""
    shown = client.get(f"{at}/easel/picture.jpg?lit_only=false").content
    return np.ascontiguousarray(np.asarray(Image.open(io.BytesIO(shown)).convert("RGB"), np.uint8))


def as_pigment(index: str) -> Tube:
    """Give a usual tube by its Colour Index name."""
    each = BY_INDEX[index]
    return Tube(each.masstone, each.tint, 10.0, each.opacity, each.white)


def sought_plans() -> Iterator[Figure]:
    """Seek plans in earnest; their cost against a search of many times the effort in the same run."""
    search(made_up(6, 2, 90)[0], ())  # the solver is loaded once
    for passes, sessions, minutes, bound_ms, share in ((30, 5, 150, 2000.0, 1.01), (60, 9, 170, 6000.0, 1.03)):
        problem, _, _ = made_up(passes, sessions, minutes)
        count = f"{len(problem.passes)} passes over {sessions} sessions"
        yield f"{count}: a first plan (median)", median_ms(lambda p=problem: make_schedule(p), 5), 300.0, "ms"  # type: ignore[misc]
        found: list[Listed] = []

        def seek(problem: Problem = problem, found: list[Listed] = found) -> None:
            search.cache_clear()
            found.append(sought(problem))

        yield f"{count}: sought (median)", median_ms(seek, 3), bound_ms, "ms"
        if len(set(found)) != 1:
            raise SystemExit("The same painting gave two plans.")
        best = plan_cost(problem, place_listed(problem, sought(problem, patiently=True)))
        cost = plan_cost(problem, place_listed(problem, found[0]))
        yield f"{count}: its cost against the best known", cost / best, share, "x"
    problem, facts, borders = made_up(120, 20, 200)
    plain = plain_scene(facts, borders, medium_of("acrylic"), "far_to_near")
    begun = {each.pass_id: each for each in make_schedule(problem).placements}
    painted = tuple(
        Painted(each, begun[each.id].start, begun[each.id].end) if each.id in begun else Painted(each)
        for each in problem.passes
    )
    scene = replace(plain, passes=tuple(sorted(painted, key=lambda each: each.start or 0)))

    def all_judged() -> object:
        return judge(scene)

    judging = median_ms(all_judged, 7)
    yield f"judgements on {len(problem.passes)} passes (median)", judging, 50.0, "ms"
    problem, _, _ = made_up(30, 5, 150)

    def offers() -> object:
        search.cache_clear()
        return offer_plans(problem, ())

    yield f"three plans offered for {len(problem.passes)} passes (median)", median_ms(offers, 3), 2000.0, "ms"


def second_start(file: Path) -> Iterator[Figure]:
    """Time from the command to the first answered page, with everything installed and built."""
    command = ["./kd", "demo", "--port", "0", "--file", str(file), "--now", DEMO_NOW.isoformat()]
    subprocess.run(["./kd", "setup"], check=True)
    times = []
    for _ in range(5):
        start = time.perf_counter()
        process = subprocess.Popen(command, stdout=subprocess.PIPE, text=True)
        try:
            line = process.stdout.readline() if process.stdout else ""
            with httpx.Client(timeout=10) as client:
                client.get(line.split("at ")[1].split()[0]).raise_for_status()
            times.append(time.perf_counter() - start)
        finally:
            process.terminate()
            process.communicate(timeout=10)
    # Noise only ever adds to a start, so the best of a few is what the machine can do.
    yield "second start to the first answered page (best of 5)", min(times), 3.0, "s"


def practice(folder: Path) -> Iterator[Figure]:
    """Paint scenes, begin to practise, and ask for the next drill while the one before is looked at."""
    seeds = iter(range(1, 10_000))
    yield "a practice scene of 960 px (median)", median_ms(lambda: paint_scene(next(seeds)), 15), 400.0, "ms"
    with TestClient(create_app(folder / "practice.sqlite", lambda: DEMO_NOW), base_url="http://127.0.0.1") as client:
        who = client.post("/api/practice/learners", json={"name": "A"}).json()["learner"]["id"]
        at = f"/api/practice/learners/{who}"

        def ask() -> dict[str, object]:
            drill: dict[str, object] = client.get(f"{at}/drill").json()
            return drill

        start = time.perf_counter()
        # The test client answers only when the next one is painted as well: that is taken off.
        with patch("kind_distance.api.practice._make_ahead"):
            drill = ask()
            client.get(str(drill["picture"]))
        yield "the first drill with its picture", 1000 * (time.perf_counter() - start), 600.0, "ms"
        times = []
        for _ in range(6):
            given = 5 if drill["answer"] == "number" else None
            options = [each["key"] for each in drill["options"]]  # type: ignore[attr-defined]
            given = options if drill["answer"] == "order" else options[0] if options else given
            said = {key: drill[key] for key in ("kind", "seed", "level")} | {"given": given, "seconds": 5.0}
            if drill["unit"] == "row":
                said["given"] = 50
            elif drill["unit"] == "line":
                said["given"] = 0.5
            client.post(f"{at}/answers", json=said).raise_for_status()
            ask()  # as the page does, after which what comes is painted ahead
            start = time.perf_counter()
            with patch("kind_distance.api.practice._make_ahead"):
                drill = ask()
                if drill["picture"]:
                    client.get(str(drill["picture"]))
            times.append(1000 * (time.perf_counter() - start))
        yield "the next drill with its picture, made ahead (median)", statistics.median(times), 100.0, "ms"
        cuts = iter(np.arange(2.0, 8.0, 0.1))

        def count() -> None:
            asked = {"cuts": [round(float(next(cuts)), 1)], "smallest": 0.01}
            client.get("/api/practice/masses/1/13", params=asked).raise_for_status()

        yield "shapes counted while a cut is moved (median)", median_ms(count, 15), 100.0, "ms"
        start = time.perf_counter()
        played = client.get("/api/practice/play").raise_for_status().json()
        yield "a playground laid out and painted, nine passes", time.perf_counter() - start, 3.0, "s"
        moves = [f"{each['at']}.{each['wait']}.{each['film']}" for each in played["moves"]]
        moves[-1] = moves[-1][:-1] + "2"
        start = time.perf_counter()
        client.get("/api/practice/play", params={"moves": "-".join(moves)}).raise_for_status()
        yield "its last pass laid thick", 1000 * (time.perf_counter() - start), 600.0, "ms"


def main() -> int:
    """Measure everything; return 1 where a bound does not hold."""
    failed = 0
    with tempfile.TemporaryDirectory() as place:
        folder = Path(place)
        file = folder / "demo.sqlite"
        seed(file, DEMO_NOW)
        with TestClient(create_app(file, lambda: DEMO_NOW), base_url="http://127.0.0.1") as client:
            figures = itertools.chain(
                first_strokes(client),
                answers(client),
                planning(file),
                mixing(file),
                at_the_easel(folder),
                practice(folder),
                many_photos(folder),
                long_history(folder),
                sought_plans(),
                intake(folder),
                second_start(file),
            )
            for name, measured, bound, unit in figures:
                holds = measured <= bound
                failed += not holds
                print(
                    f"{name}: {measured:.2f} {unit}, bound {bound:g} {unit}, {'holds' if holds else 'DOES NOT HOLD'}"
                    f" (fixed work {fixed_work():.1f} ms)",
                    flush=True,
                )
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main())
