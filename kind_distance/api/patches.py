"""An answer that carries only what changed: how one view of a painting differs from the one that is shown."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel

KEYS = ("key", "number", "rank", "id")  # by which rows of a view are told apart, the first that all have
Plain = Any  # what JSON holds


def difference(before: Any, after: Any) -> dict[str, Plain] | None:  # noqa: ANN401  views, or what they hold
    """Say how to make `after` of `before`; None where they are alike.

    A patch is one of three:
    ``{"put": value}`` replaces; ``{"parts": {name: patch}}`` changes some parts of an object; ``{"key": field, "order":
    [...], "rows": {key: patch}}`` gives a list its rows anew, those without a patch as they were.
    """
    if before is after:
        return None
    if isinstance(after, BaseModel) and type(before) is type(after):
        return _parts(vars(before), vars(after))
    if isinstance(after, list) and isinstance(before, list):
        key = _common_key(before, after)
        if key is not None:
            return _rows(before, after, key)
    was, now = _plain(before), _plain(after)
    return None if was == now else {"put": now}


def _plain(value: Any) -> Plain:  # noqa: ANN401
    if isinstance(value, BaseModel):
        return value.model_dump(mode="json")
    if isinstance(value, list | tuple):
        return [_plain(each) for each in value]
    if isinstance(value, dict):
        return {name: _plain(each) for name, each in value.items()}
    return value


def _parts(before: dict[str, Any], after: dict[str, Any]) -> dict[str, Plain] | None:
    parts = {name: found for name, value in after.items() if (found := difference(before[name], value)) is not None}
    return {"parts": parts} if parts else None


def _common_key(before: list[Any], after: list[Any]) -> str | None:
    """Find the field that tells the rows of both lists apart; None where there is none."""
    if not before or not after or not all(isinstance(each, BaseModel) for each in (*before, *after)):
        return None
    for key in KEYS:
        named = [[str(getattr(row, key, None)) for row in rows] for rows in (before, after)]
        if all("None" not in names and len(set(names)) == len(names) for names in named):
            return key
    return None


def _rows(before: list[Any], after: list[Any], key: str) -> dict[str, Plain] | None:
    was = {str(getattr(row, key)): row for row in before}
    order, rows = [str(getattr(row, key)) for row in after], {}
    for name, row in zip(order, after, strict=True):
        patch = difference(was[name], row) if name in was else {"put": _plain(row)}
        if patch is not None:
            rows[name] = patch
    return {"key": key, "order": order, "rows": rows} if rows or order != list(was) else None
