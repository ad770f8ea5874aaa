"""What leaves the mixes: the mixing sheet, the palette as open text, and a table of recipes."""

from __future__ import annotations

import csv
import io
from pathlib import Path

from kind_distance.core.paint.media import medium_of
from kind_distance.core.wording import say_size
from kind_distance.exchange.mixingsheet import MixingSheet, SheetMix, draw_mixing_sheet
from kind_distance.output.workfiles import plain_cell
from kind_distance.rows import State
from kind_distance.stages.mixes.batches import batches_of, say_cheap, used_ml
from kind_distance.stages.mixes.palette import palette_of, shift_of
from kind_distance.stages.mixes.strings import Mix, strings_of, targets_of
from kind_distance.stages.mixes.words import hex_of, letter_of, rgb_of, say_recipe, say_steps
from kind_distance.studio.survey import Survey

CAUTION = (
    "Printed colours only come near: dab the mix into the empty box and judge it dry. Labels and safety data sheets "
    "come first; keep paint off food and skin, and dispose of it as they say."
)
HEADINGS = ("plane", "part", "value", "recipe", "steps", "mix_to", "wanted", "made", "difference", "reach", "settled")


def mixes_of_painting(file: Path, state: State, found: Survey) -> list[Mix]:
    """Work out the strings of a painting."""
    return strings_of(state, targets_of(file, state, found.depth))


def mixing_sheet(file: Path, state: State, found: Survey) -> bytes:
    """Draw the mixing sheet as PDF: the mixes in the order in which they are wanted."""
    palette, mixes, brief = palette_of(state), mixes_of_painting(file, state, found), state.brief
    batches = batches_of(state, mixes, found.work)
    by_string = {each.target.place: each for each in mixes}
    rows = []
    for at, batch in enumerate(batches):
        mix = by_string[batch.strings[0]]
        more = [f"About {batch.ml:.0f} ml." if batch.ml >= 1 else "A little.", say_steps(mix, palette)]
        if mix.wet is not None and abs(mix.wet - mix.target.value) >= 0.1:
            more.append(f"Mix to {mix.wet:.1f}, it dries to {mix.target.value:.1f}.")
        if cheap := say_cheap(state, batch):
            more.append(f"{cheap}.")
        used = ", ".join(f"{by_string[place].target.name} {place[2]}" for place in batch.strings)
        rows.append(
            SheetMix(
                letter_of(at), used, say_recipe(mix.recipe, palette), " ".join(filter(None, more)),
                rgb_of(mix.target.lab), rgb_of(mix.recipe.lab),
            )
        )  # fmt: skip
    given = used_ml(batches, len(palette.records))
    tubes = [
        f"{record.name} {record.pigment}: {given[at]:.1f} ml. {record.hazard}".strip()
        for at, record in enumerate(palette.records)
        if given[at] >= 0.05
    ]
    size = say_size(brief.width_cm, brief.height_cm, brief.unit)
    facts = (
        f"{medium_of(brief.medium).name} on {brief.support}, {size}. Empty box: your swatch; beside it what is wanted, "
        "and what the recipe makes.",
        f"Drying: give or take {shift_of(state).error:.2f} V.",
    )
    return draw_mixing_sheet(MixingSheet(brief.title, facts, tuple(rows), tuple(tubes), CAUTION))


def palette_text(file: Path, state: State, found: Survey) -> bytes:
    """Write tubes and mixes as open palette text (.gpl): one colour a line, named."""
    palette, mixes = palette_of(state), mixes_of_painting(file, state, found)
    title = "".join(c for c in state.brief.title if c.isprintable())
    lines = ["GIMP Palette", f"Name: {title}", "Columns: 3", "#"]
    named = [(rgb_of(each.masstone), each.name) for each in palette.records]
    named += [(rgb_of(m.recipe.lab), f"{m.target.name} {m.target.part}") for m in mixes]
    lines += [f"{r:3d} {g:3d} {b:3d}\t{''.join(c for c in name if c.isprintable())}" for (r, g, b), name in named]
    return ("\n".join(lines) + "\n").encode("utf-8")


def mixes_table(file: Path, state: State, found: Survey) -> bytes:
    """Write all recipes as CSV (RFC 4180), UTF-8, farthest plane first."""
    palette, mixes = palette_of(state), mixes_of_painting(file, state, found)
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(HEADINGS)
    for mix in mixes:
        row = [
            mix.target.name, mix.target.part, f"{mix.target.value:.1f}", say_recipe(mix.recipe, palette),
            say_steps(mix, palette), "" if mix.wet is None else f"{mix.wet:.1f}", hex_of(mix.target.lab),
            hex_of(mix.recipe.lab), f"{mix.recipe.difference:.1f}", mix.recipe.reach, "yes" if mix.own else "",
        ]  # fmt: skip
        writer.writerow([plain_cell(cell) for cell in row])
    return out.getvalue().encode("utf-8")
