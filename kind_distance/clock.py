"""Local wall time as whole minutes, and how days and hours are said. The clock itself is passed in."""

from __future__ import annotations

from datetime import datetime, timedelta

from kind_distance.errors import DomainError

EPOCH = datetime(1970, 1, 1)  # noqa: DTZ001  local wall time has no zone here: a painter's day is where the painter is

FIRST_YEAR, LAST_YEAR = 2000, 2200
# What a calendar needs, as clock minutes.
FIRST_MINUTE = (datetime(FIRST_YEAR, 1, 1) - EPOCH) // timedelta(minutes=1)  # noqa: DTZ001
LAST_MINUTE = (datetime(LAST_YEAR, 1, 1) - EPOCH) // timedelta(minutes=1)  # noqa: DTZ001


def local_now() -> datetime:
    """Wall time here, without zone: a painter's day is where the painter is."""
    return datetime.now()  # noqa: DTZ005


def minute_of(said: str) -> int:
    """Whole minutes of a local time written in ISO 8601; raise DomainError where it is none."""
    try:
        moment = datetime.fromisoformat(said)
    except ValueError:
        raise DomainError(f"'{said[:40]}' is no date and time.", "Choose a day and an hour.") from None
    if moment.tzinfo is not None or not FIRST_YEAR <= moment.year <= LAST_YEAR:
        raise DomainError("This date lies outside what a calendar needs.", "Choose a day and an hour.")
    return int((moment - EPOCH).total_seconds() // 60)


def moment_of(minute: float) -> datetime:
    """Local time of a clock minute."""
    return EPOCH + timedelta(minutes=int(minute))


def iso(minute: float) -> str:
    """Local time of a clock minute in ISO 8601, to the minute."""
    return moment_of(minute).isoformat(timespec="minutes")


def say_day(minute: float) -> str:
    """Say the day of a clock minute, e.g. ``"Saturday 28 November"``."""
    moment = moment_of(minute)
    return f"{moment:%A} {moment.day} {moment:%B}"


def say_date(minute: float) -> str:
    """Say a date that may lie far off, e.g. ``"5 December 2026"``."""
    moment = moment_of(minute)
    return f"{moment.day} {moment:%B} {moment.year}"


def say_moment(minute: float, now: float | None = None) -> str:
    """Say day and hour as one would today: ``"today 7:10"``, ``"Saturday 7:10"`` or ``"12 January 2027"``."""
    moment = moment_of(minute)
    hour = f"{moment.hour}:{moment.minute:02d}"
    if now is None:
        return f"{moment:%A} {moment.day} {moment:%B}, {hour}"
    days = (moment.date() - moment_of(now).date()).days
    if days in (0, 1):
        return f"{'today' if days == 0 else 'tomorrow'} {hour}"
    if 1 < days < 7:
        return f"{moment:%A} {hour}"
    return f"{moment.day} {moment:%B} {moment.year}"
