"""Pictures made from the demo: the main views for the docs, and parts of them for the pages "how painters use it"."""

from __future__ import annotations

import io
import sys
import tempfile
from collections.abc import Callable
from datetime import datetime, timedelta
from pathlib import Path

from PIL import Image
from playwright.sync_api import Browser, Page

from kind_distance.demo.seed import seed
from kind_distance.store.database import opened
from kind_distance.studio.paintings import Studio
from tools.running import DEMO_NOW, browsing, serving

HERE = Path(__file__).resolve().parents[1]
FOLDER = HERE / "docs" / "screenshots"
GUIDE_FOLDER = HERE / "web" / "src" / "frame" / "guide"
GUIDE_WIDTH, TALLEST = 760, 1.6
SIZE = {"width": 1280, "height": 800}
TEA, MILL, POOL = 3, 2, 1
SATURDAY = datetime(2026, 11, 28, 7, 20)  # noqa: DTZ001  the morning of the first session
SPENT = (9, 13, 11, 7, 6, 9)  # minutes of its first passes


def _plain(_: Page) -> None:
    """Nothing to do first."""


def _page(page: Page) -> None:
    page.get_by_role("button", name="Page from the sketchbook").last.click()


def _crops(page: Page) -> None:
    page.get_by_role("button", name="Viewfinder").click()
    page.get_by_label("Format", exact=True).select_option("square")
    page.get_by_role("button", name="Crops worth trying").click()
    page.get_by_role("list", name="Crops worth trying").get_by_role("button").first.click()


def _terraces(page: Page) -> None:
    page.keyboard.press("5")
    page.locator("path.dash:not([d=''])").wait_for(state="attached")  # outlines come after the picture


def _marking(page: Page) -> None:
    page.keyboard.press("4")
    page.get_by_role("button", name="Mark", exact=True).click()
    page.mouse.move(900, 30)  # away from the pen, so that its tooltip is not in the picture


def _second_layer(page: Page) -> None:
    page.locator("g.bar[aria-label*='second layer']").nth(2).click()


def _dragged(page: Page) -> None:
    """Hold a second layer over the minutes in which its block-in is still wet."""
    bar = page.locator("g.bar[aria-label^='second layer']").nth(2).locator("rect").first
    box = bar.bounding_box() or {"x": 0, "y": 0, "width": 0, "height": 0}
    x, y = box["x"] + 4, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(1, 9):
        page.mouse.move(x - 14 * step, y)
    page.locator(".breaks.told").get_by_text("Breaks:").first.wait_for()


def _months(page: Page) -> None:
    page.get_by_role("button", name="Weeks and months").click()


def _layer(page: Page) -> None:
    page.locator(".row .title", has_text="second layer").nth(2).click()


def _mixes(page: Page) -> None:
    page.locator("#mix-5-mass").click()


def _build(page: Page) -> None:
    """Hold the first washes beside the finished painting."""
    page.get_by_role("button", name="Show the build").click()
    page.get_by_role("button", name="Hold this stage beside").wait_for(timeout=60_000)
    page.get_by_label("Stage", exact=True).fill("5")
    page.get_by_role("button", name="Hold this stage beside").click()
    page.get_by_label("Stage", exact=True).fill("12")
    page.locator(".build").scroll_into_view_if_needed()
    page.wait_for_timeout(600)


def _brief(page: Page) -> None:
    page.get_by_role("button", name="New painting").first.click()


def _practice(page: Page) -> None:
    """Sort the places of a scene from far to near."""
    page.get_by_label("Name").fill("A painter")
    page.get_by_role("button", name="Begin").click()
    page.get_by_role("button", name="From far to near").click()
    page.locator(".option").first.wait_for(timeout=60_000)
    for option in reversed(page.locator(".option").all()):
        option.click()
    page.wait_for_timeout(1000)
    page.get_by_role("button", name="That is my answer").click()
    page.get_by_role("button", name="Next").wait_for()


# name, address, wall, what is done before the picture is taken
VIEWS: list[tuple[str, str, str, Callable[[Page], None]]] = [
    ("shelf", "/", "grey", _plain),
    ("practice", "/practice", "grey", _practice),
    ("brief", "/", "grey", _brief),
    ("sources", f"/paintings/{TEA}/sources", "grey", _plain),
    ("sources-page", f"/paintings/{TEA}/sources", "grey", _page),
    ("thumbnails", f"/paintings/{TEA}/thumbnails", "grey", _plain),
    ("thumbnails-crops", f"/paintings/{TEA}/thumbnails", "grey", _crops),
    ("planes", f"/paintings/{TEA}/planes", "grey", _terraces),
    ("planes-marking", f"/paintings/{TEA}/planes", "grey", _marking),
    ("planes-light", f"/paintings/{MILL}/planes", "light", _plain),
    ("planes-dark", f"/paintings/{POOL}/planes", "dark", _plain),
    ("mixes", f"/paintings/{TEA}/mixes", "grey", _mixes),
    ("mixes-build", f"/paintings/{MILL}/mixes", "grey", _build),
    ("passes", f"/paintings/{TEA}/passes", "grey", _layer),
    ("sessions", f"/paintings/{TEA}/sessions", "grey", _second_layer),
    ("sessions-dragged", f"/paintings/{TEA}/sessions", "grey", _dragged),
    ("sessions-weeks", f"/paintings/{POOL}/sessions", "grey", _months),
]


def _session_painted(file: Path) -> None:
    """Paint most of the first session of the tea terraces, so that easel and log have something to show."""
    studio, now = Studio(file), SATURDAY
    painting = studio.open(TEA, now).painting
    session = painting.state.sessions[0].number

    def press(action: str, **arguments: object) -> None:
        nonlocal painting
        painting = studio.change(TEA, painting.version, action, arguments, now).painting

    press("begin_session", session=session)
    for number, minutes in enumerate(SPENT, start=1):
        press("start_pass", number=number)
        now += timedelta(minutes=minutes)
        press("finish_pass", number=number, go_on=number == len(SPENT))
    press("add_remark", text="The mist lifts already: far ridges fixed by what I saw at 7:30", kind="decision")


def _photographed(page: Page) -> None:
    """Take two photos with the camera that stands in, and wait until the last one is read."""
    page.get_by_role("button", name="Or try the camera that stands in").click()
    page.get_by_role("group", name="Values of the painting against the plan").wait_for(timeout=60_000)
    page.get_by_role("slider", name="How far the painting lies over the plan").wait_for()
    page.wait_for_timeout(1500)


def _lit(page: Page) -> None:
    page.locator(".pile img").first.wait_for()
    page.wait_for_function("document.querySelector('.pile img').naturalWidth > 0", timeout=60_000)
    page.wait_for_timeout(400)


# the same, on the Saturday of the first session, with paint on the tea terraces
PAINTED: list[tuple[str, str, str, Callable[[Page], None]]] = [
    ("easel", f"/paintings/{TEA}/easel", "grey", _lit),
    ("log", f"/paintings/{TEA}/log", "grey", _photographed),
]
GUIDE_PAINTED: list[tuple[str, str, Callable[[Page], None], str]] = [
    ("easel-now", f"/paintings/{TEA}/easel", _lit, ".easel"),
    ("easel-films", f"/paintings/{TEA}/easel", _plain, ".films"),
    ("log-photo", f"/paintings/{TEA}/log", _photographed, ".compare"),
    ("log-minutes", f"/paintings/{TEA}/log", _plain, "[aria-label='Minutes, planned and taken']"),
]


# name, address, what is done first, the part of the page that is shown
GUIDE: list[tuple[str, str, Callable[[Page], None], str]] = [
    ("sources-board", f"/paintings/{TEA}/sources", _plain, ".board .picture, .board figure"),
    ("sources-page", f"/paintings/{TEA}/sources", _page, ".board .picture, .board figure"),
    ("thumbnails-scale", f"/paintings/{TEA}/thumbnails", _plain, ".values .top, .values .trial, .values"),
    ("thumbnails-wall", f"/paintings/{TEA}/thumbnails", _plain, "[aria-label='Kept thumbnails']"),
    ("planes-picture", f"/paintings/{TEA}/planes", _terraces, "figure.picture"),
    ("planes-ladder", f"/paintings/{TEA}/planes", _terraces, "svg.ladder"),
    ("planes-section", f"/paintings/{TEA}/planes", _terraces, "svg.section"),
    ("mixes-tubes", f"/paintings/{TEA}/mixes", _plain, "ul.tubes"),
    ("mixes-strings", f"/paintings/{TEA}/mixes", _mixes, ".grid.hung"),
    ("mixes-build", f"/paintings/{MILL}/mixes", _build, ".build .stages, .build"),
    ("passes-lit", f"/paintings/{TEA}/passes", _layer, ".two .seen figure, .two .seen .picture"),
    ("passes-schools", f"/paintings/{TEA}/passes", _plain, ".offers"),
    ("sessions-score", f"/paintings/{TEA}/sessions", _second_layer, ".score"),
    ("sessions-dragged", f"/paintings/{TEA}/sessions", _dragged, ".sessions"),
]


def _take(browser: Browser, address: str, wall: str, first: Callable[[Page], None]) -> Page:
    """Open a view and do what comes first."""
    context = browser.new_context(viewport=SIZE, device_scale_factor=1)
    context.add_init_script(f"localStorage.setItem('wall', '{wall}')")
    page = context.new_page()
    page.on("console", lambda said: print(f"  console: {said.text}"))
    page.goto(address)
    page.wait_for_load_state("networkidle")
    first(page)
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(300)
    return page


def _keep_part(picture: bytes, file: Path) -> None:
    """Keep a part of a view small enough to ship."""
    image = Image.open(io.BytesIO(picture)).convert("RGB")
    image = image.crop((0, 0, image.width, min(image.height, round(TALLEST * image.width))))
    image.thumbnail((GUIDE_WIDTH, 2 * GUIDE_WIDTH), Image.Resampling.LANCZOS)
    image.save(file, "WEBP", quality=82, method=6)


def _views(browser: Browser, address: str, views: list[tuple[str, str, str, Callable[[Page], None]]], to: Path) -> None:
    for name, path, wall, first in views:
        page = _take(browser, address + path, wall, first)
        page.screenshot(path=to / f"{name}.png")
        print(f"{name}.png")
        page.context.close()


def _parts(browser: Browser, address: str, parts: list[tuple[str, str, Callable[[Page], None], str]], to: Path) -> None:
    for name, path, first, part in parts:
        page = _take(browser, address + path, "grey", first)
        _keep_part(page.locator(part).first.screenshot(), to / f"{name}.webp")
        print(f"guide/{name}.webp")
        page.context.close()


def main(wanted: list[str], folder: Path = FOLDER, guide_folder: Path = GUIDE_FOLDER) -> None:
    """Take the pictures named, or all."""
    folder.mkdir(parents=True, exist_ok=True)
    guide_folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as place:
        file = Path(place) / "demo.sqlite"
        seed(file, DEMO_NOW)
        painted = Path(place) / "painted.sqlite"
        with opened(file) as db:
            db.execute("VACUUM INTO ?", (str(painted),))
        _session_painted(painted)
        later = SATURDAY + timedelta(minutes=sum(SPENT) + 4)
        with browsing() as browser:
            for shown, now, views, parts in ((file, DEMO_NOW, VIEWS, GUIDE), (painted, later, PAINTED, GUIDE_PAINTED)):
                with serving(shown, lambda now=now: now) as address:  # type: ignore[misc]
                    _views(browser, address, [each for each in views if not wanted or each[0] in wanted], folder)
                    chosen = [each for each in parts if not wanted or each[0] in wanted or "guide" in wanted]
                    _parts(browser, address, chosen, guide_folder)


if __name__ == "__main__":
    main(sys.argv[1:])
