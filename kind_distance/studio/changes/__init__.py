"""What a painter can change. Each change takes a state and gives the next one, with a word for the history.

A change touches nothing outside: it is kept, undone and redone by the caller. `by_name` finds one by the name
that the interface and the remedies of judgements use.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from kind_distance.rows.settling import settle
from kind_distance.studio.changes import (
    brief,
    depth,
    easel,
    elements,
    judgements,
    log,
    mixes,
    notes,
    pace,
    passes,
    planes,
    recipes,
    reserves,
    sessions,
    sources,
    thumbnails,
)
from kind_distance.studio.changes.desk import Changed, Desk

Change = Callable[..., Changed]

MODULES = (
    brief,
    sources,
    notes,
    thumbnails,
    planes,
    elements,
    reserves,
    depth,
    passes,
    recipes,
    pace,
    sessions,
    easel,
    log,
    mixes,
    judgements,
)
CHANGES: dict[str, Change] = {
    name: function for module in MODULES for name, function in vars(module).items() if name in module.CHANGES
}
# Arguments of changes that set any field of a row, besides those of their signature.
SETS: dict[str, dict[str, tuple[Any, Any]]] = {
    name: fields for module in MODULES for name, fields in getattr(module, "SETS", {}).items()
}


def apply(desk: Desk, action: str, arguments: dict[str, Any]) -> Changed:
    """Apply a change by its name.

    Raises
    ------
    KeyError
        If there is no change of that name; the border of the application does not let one through.
    KindDistanceError
        If the change makes no sense on this state.
    """
    state, what = CHANGES[action](desk, **arguments)
    return settle(desk.state, state), what
