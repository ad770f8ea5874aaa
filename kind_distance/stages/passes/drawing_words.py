"""What a drawing does under paint, and how much of it does what. Common practice, no source; labels rule."""

from __future__ import annotations

UNDER_PAINT = {
    "pencil": "Stays under the paint and can't be rubbed out once paint lies over it.",
    "pale_pencil": "Close to the first layer, so that it sinks in.",
    "water_soluble": "Goes off in the first wash and tints it a little.",
    "charcoal": "Leaves a ghost of a line; fix it or brush it off well.",
    "thin_paint": "Part of the painting from the start.",
    "pen": "Stays for good and is meant to be seen.",
    "none": "Masses are placed straight with the brush.",
}
HOW_MUCH = {
    "masses": "Few lines: edges stay open and are found with the brush.",
    "shapes": "Every shape of the thumbnail has its line; less is left to chance.",
    "careful": "All that is there is drawn: accurate, slow, and paint follows the line.",
}
