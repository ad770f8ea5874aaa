"""Sessions as iCalendar (RFC 5545), in floating local time: a painter's nine o'clock is where the painter is."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta


@dataclass(frozen=True)
class Entry:
    """One session or dated milestone.

    Parameters
    ----------
    uid : str
        Stays the same while the session does, so that a calendar updates instead of doubling.
    title, place, text : str
    start : datetime
        Local wall time without zone.
    minutes : int
        0 for a whole day.
    """

    uid: str
    title: str
    place: str
    text: str
    start: datetime
    minutes: int


def calendar_file(entries: list[Entry], stamp: datetime) -> bytes:
    """Write entries as one calendar file, UTF-8.

    Parameters
    ----------
    entries : list of Entry
    stamp : datetime
        When it is written, as the format wants to know of every entry.
    """
    from icalendar import Calendar, Event

    calendar = Calendar()
    calendar.add("prodid", "-//Kind Distance//Painting sessions//EN")
    calendar.add("version", "2.0")
    for entry in entries:
        event = Event()
        event.add("uid", entry.uid)
        event.add("dtstamp", stamp)
        event.add("summary", entry.title)
        if entry.minutes:
            event.add("dtstart", entry.start)
            event.add("dtend", entry.start + timedelta(minutes=entry.minutes))
        else:
            event.add("dtstart", entry.start.date())
        if entry.place:
            event.add("location", entry.place)
        if entry.text:
            event.add("description", entry.text)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
