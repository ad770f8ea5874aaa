"""Where practitioners disagree: each question with its sides, and what each side changes in the plan."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Side:
    """One side of a question: its key, its name, and what it changes."""

    key: str
    name: str
    changes: str


@dataclass(frozen=True)
class Question:
    """What practitioners disagree on: the field of the brief or of a plane that keeps the side taken."""

    field: str
    asks: str
    usual: str
    sides: tuple[Side, ...]


# Common practice, no source: painters differ, and each side is right for somebody.
OF_BRIEF: tuple[Question, ...] = (
    Question(
        "sides", "The sides of the support", "as the support asks", (
            Side("round", "carry the picture round", "a longer pass on the sides before it is signed"),
            Side("one_colour", "one colour", "a short pass on the sides"),
            Side("taped", "tape a border", "tape before drawing, taken off before signing; no pass on the sides"),
            Side("framed", "a frame covers them", "no pass on the sides"),
        ),
    ),
    Question(
        "brushes_taken", "Brushes", "what marks ask for", (
            Side("few", "the fewest that do", "one small brush for all fine work of a plane: fewer passes"),
            Side("many", "one for each mark", "things of different marks get passes of their own"),
        ),
    ),
    Question(
        "hand", "Chance or control", "as it comes", (
            Side("chance", "chance outside the focus", "masses go faster with worn brush, rag or the other hand; only "
                 "the focus is measured"),
            Side("control", "measured strokes", "masses and details take longer, and every brush is checked"),
        ),
    ),
    Question(
        "glaze_thinner", "Thin a glaze with", "as usual", (
            Side("medium", "medium", "a full film that holds; it dries later"),
            Side("water", "water", "a thin wash; it dries sooner, on canvas it holds less: the label decides"),
        ),
    ),
    Question(
        "glaze_medium", "Medium of a glaze or a last coat", "as usual", (
            Side("clear", "clear when wet", "the tint is judged while it is wet"),
            Side("milky", "milky when wet", "laid evenly by its milk, and judged only when it is dry"),
        ),
    ),
    Question(
        "black_use", "Black", "as recipes find it", (
            Side("used", "from the tube", "it may be much of a dark; nothing is said of it"),
            Side("mixed", "darks are mixed", "no recipe takes a black: blue with earth, or red with green"),
        ),
    ),
    Question(
        "cheap_below", "Cheap paint below", "as you have it", (
            Side("yes", "yes, where it is covered", "each mix says how much of it lies under later layers"),
            Side("no", "no, good paint all through", "nothing is said of it"),
        ),
    ),
    Question(
        "echo_hues", "A colour in more than one place", "told where one stands alone", (
            Side("repeat", "repeat it", "a colour that lives in one corner is told, with where to echo it"),
            Side("vary", "vary each shape", "a colour may stand alone"),
        ),
    ),
    Question(
        "rest_or_go", "Rest or momentum", "neither", (
            Side("rest", "put it away", "last lights and signature wait for the day of return"),
            Side("momentum", "in one go", "days without a session in between are told"),
        ),
    ),
    Question(
        "stop_at", "When to stop", "as its darks and lights ask", (
            Side("early", "early, while it glows", "second layers and details only in the focus"),
            Side("refined", "when values are exact", "second layers also far off, wherever darks and lights differ"),
        ),
    ),
    Question(
        "eye_path", "The way out of the picture", "strong edges at the rim are told", (
            Side("held", "keep the eye inside", "weaker edges at the rim are told too"),
            Side("floating", "let it float", "edges at the rim are not told"),
        ),
    ),
    Question(
        "foreground", "The foreground", "as it is seen", (
            Side("plain", "plain", "no second layer and no detail of its own"),
            Side("dark_frame", "a dark frame", "planned darker, without detail of its own"),
            Side("light_path", "a light path in", "planned lighter"),
        ),
    ),
    Question(
        "fidelity", "The photo", "as you go", (
            Side("follow", "follow it", "departures without a reason are asked about"),
            Side("depart", "depart from it", "a reminder at half of the passes while nothing departs"),
        ),
    ),
    Question(
        "moving_light", "Light that moves", "work in one light", (
            Side("fix", "fix it in a photo", "a photo at the start; later passes go by it"),
            Side("chase", "go after it", "masses take longer, since they are repainted as it goes"),
        ),
    ),
    Question(
        "division", "Where the horizon lies", "away from the middle", (
            Side("thirds", "thirds", "crops by thirds come first"),
            Side("unusual", "very high, low or in the middle", "such crops come first; a horizon in the middle is "
                 "yours to have"),
        ),
    ),
    Question(
        "asked", "How much is asked and shown", "all of it", (
            Side("plan", "plan each step", "every judgement stands in the margin"),
            Side("flow", "flow", "only what would spoil the painting; the rest waits for a review"),
        ),
    ),
)  # fmt: skip
OF_PLANE: tuple[Question, ...] = (
    Question(
        "chroma_aim", "colour", "colour as planned", (
            Side("push", "pushed colour", "a quarter more chroma"),
            Side("mute", "muted colour", "a third less chroma"),
        ),
    ),
    Question(
        "ground_shown", "ground", "ground as it comes", (
            Side("gaps", "ground left in gaps", "less is covered, and the paint is planned so that both together have "
                 "the value"),
            Side("hidden", "ground hidden", "a second coat where the ground would show"),
        ),
    ),
)  # fmt: skip
