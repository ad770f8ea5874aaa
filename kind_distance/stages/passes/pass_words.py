"""What passes are for, and what schools of order are about, in words. Common practice, no source."""

from __future__ import annotations

from collections.abc import Callable

from kind_distance.core.judgement import Why, because
from kind_distance.core.paint.handling import say_handling
from kind_distance.core.paint.media import SAID
from kind_distance.core.passes.kinds import PassKind
from kind_distance.core.passes.model import Pass
from kind_distance.core.wording import say_list

KIND_WHY: dict[PassKind, str] = {
    "ground": "A middle value to judge all others against.",
    "drawing": "Places the borders before paint hides the support.",
    "mask": "Keeps small lights bare; needs its quarter of an hour to dry. Ventilate; labels come first.",
    "underpainting": "Values in one colour first, so that colour can be thought of alone later.",
    "block_in": "Sets the mass of a plane.",
    "blend": "Soft passages are drawn into each other while the paint is open.",
    "second_layer": "Darks and lights within a plane.",
    "scumble": (
        "Thin opaque paint dragged over dry paint, so that what is under it shimmers through: mist, dust, bloom."
    ),
    "glaze": "Transparent paint over paint that is dry through: deepens and turns the colour, keeps the drawing.",
    "lift": "Lights taken out of the paint with a damp brush or a cloth.",
    "details": "What the eye looks for near the focus.",
    "scratch": "Stems and sparks scratched into wet paint down to what lies under it.",
    "soften": "Edges that are to be lost are drawn over with a clean brush while they still move.",
    "unmask": "Only on dry paper: wet, it tears and smears. What is bare is then tied in.",
    "lights": "The lightest light and the darkest dark, last and few.",
    "unify": "One thin glaze over the whole, so that all planes stand in one light.",
    "sides": "Edges of a support that hangs unframed.",
    "finish": "Signed before anything seals the surface.",
    "isolating": "Parts the painting from its varnish, or shuts paint that would lift. Labels come first.",
    "varnish": "Evens the surface and protects it. Follow the label and its safety sheet; ventilate.",
}
SCHOOL_WHY = {
    "far_to_near": "Each nearer plane goes over the edge of the one behind it, so nothing is cut round.",
    "sky_last": "The land sets the light, and the sky is tuned to it; its edges are cut round what stands.",
    "focus_first": "What the painting is about is set at once, and all else is held against it.",
    "light_to_dark": "Transparent paint only gets darker: the palest planes come first and stay clean.",
    "dark_to_light": "The darks set the depth first; opaque lights are judged against them.",
    "whole_at_once": "Largest masses first over the whole surface, so that values are judged against each other.",
    "one_mix": "A mix is used wherever its colour belongs before the next is made: fewer mixes, one family of colour.",
    "plane_by_plane": "One plane is brought as far as it goes before the next is begun: few mixes, little return.",
    "area_by_area": "From left to right, each area finished before the next: the hand never leans on wet paint.",
}


def _named(kind: PassKind) -> Callable[[Why], str]:
    return lambda why: f"{say_list(list(why['names']))}: {KIND_WHY[kind]}"


PASS_WHY: dict[str, str | Callable[[Why], str]] = {
    "own": lambda why: str(why["text"]),
    "tone": "A middle value to judge all others against; black makes every light tell.",
    "drawing": lambda why: (
        f"Places the borders{' and the lights that are kept' if why['lights'] else ''} before paint hides the support."
    ),
    "taped": "The taped border stays clean and shows what the picture is.",
    "mask": _named("mask"),
    "unmask": _named("unmask"),
    "underpainting": KIND_WHY["underpainting"],
    "mass": lambda why: f"{100 * why['share']:.0f} % of the picture, planned at value {why['value']:.1f}.",
    "dry_gap": "Along a hard edge leave a hair of dry paper to the wash beside it; close it when both are dry.",
    "hides_ground": "Once more, opaque, so that the ground does not show.",
    "ground_in_gaps": lambda why: (
        f"About {100 * why['gaps']:.0f} % of the ground is left in gaps, so the paint itself is mixed at "
        f"{why['value']:.1f}."
    ),
    "pale_base": "Clear colour glows over a pale base, and goes dull over a dark one.",
    "wide_range": lambda why: (
        f"Its darks lie at {why['dark']:.1f}, its lights at {why['light']:.1f}: more than one flat layer can say."
    ),
    "fine_edges": lambda why: f"{100 * why['detail']:.0f} % of it lies on fine edges, and little air hides them.",
    "accents": lambda why: f"{why['plane']}: thin things, placed once when what stands behind them is done.",
    "veil": lambda why: f"{why['plane']} lies over what is behind it, and comes when that is done.",
    "on_your_list": lambda why: f"{say_list(list(why['names']))}: on your list.",
    "glaze": KIND_WHY["glaze"],
    "lift": _named("lift"),
    "last_lights": "The lightest light and the darkest dark, last and few, where the eye is to stay.",
    "sides": "Seen when it hangs unframed; painted on, or kept clean.",
    "finish": "Signed before anything seals the surface; judged from a distance before it counts as done.",
    "varnish": KIND_WHY["varnish"],
    "handling": lambda why: f"Handling: {say_handling(why['handling'])}.",
    "by_chance": "Free: worn brush, rag or the other hand.",
    "by_control": "Measured, stroke by stroke.",
    "glaze_with_water": "Thinned with water: a wash that holds less on canvas; the label decides.",
    "glaze_with_medium": "Thinned with medium; the label decides.",
    "medium_clear": "The medium is clear: judge the tint as you lay it.",
    "medium_milky": "The medium is milky while wet: lay it evenly, and judge it dry.",
}


def own_words(text: str) -> tuple[Why, ...]:
    """Keep what the painter, or the plan that became the painter's own, says of a pass."""
    return (because("own", text=text),) if text else ()


def say_pass(each: Pass) -> str:
    """Say what a pass is needed for."""
    said = [(why, PASS_WHY[why.kind]) for why in each.why]
    return " ".join(words if isinstance(words, str) else words(why) for why, words in said)


CANNOT: dict[str, str | Callable[[Why], str]] = {
    "on_varnish": "Paint on a final varnish does not hold and is lost when the varnish is taken off.",
    "water_on_oil": lambda why: (
        f"{SAID[why['upper']].capitalize()} does not hold on oil: it cracks and peels. Oil over acrylic is safe, never "
        "the other way."
    ),
    "runs_off_acrylic": "Watercolour runs off an acrylic film.",
    "oil_sinks_in": lambda why: (
        f"Oil sinks into {SAID[why['lower']]} and does not hold on it: seal it with an isolating coat first."
    ),
    "acrylic_lifted": "Acrylic does not lift once it has set; paint the light on top instead.",
    "mask_on_oil": "Masking fluid does not hold on oil; keep the light bare, or set it on top.",
    "coat_on_oil": "An isolating coat of acrylic does not hold on oil; varnish it, when it is dry through.",
}


def say_cannot(why: Why) -> str:
    """Say why a paint does not hold on another, or does not do what is asked of it."""
    said = CANNOT[why.kind]
    return said if isinstance(said, str) else said(why)
