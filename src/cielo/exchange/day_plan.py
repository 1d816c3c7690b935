"""A day plan as iCalendar (RFC 5545, by the library icalendar) and as CSV (RFC 4180)."""

import csv
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from hashlib import blake2b
from io import StringIO

from icalendar import Calendar, Event

from cielo.exchange.shelf_csv import safe_cell


@dataclass(frozen=True)
class Entry:
    """One step of one card in the day; ``card`` and ``number`` count from 1, seconds from the day's start."""

    card: int
    step: str
    number: int
    says: str
    start_s: int
    end_s: int
    by: tuple[str, ...]


def write_ics(title: str, entries: Sequence[Entry], start: datetime) -> bytes:
    """The day as calendar entries, one for each step of each card; the same day gives the same bytes, and another card's day on the same
    calendar other entries."""
    day = blake2b(repr((title, [(entry.step, entry.says) for entry in entries])).encode(), digest_size=8).hexdigest()
    calendar = Calendar()
    calendar.add("prodid", "-//Cielo//day plan//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", title)
    for entry in entries:
        event = Event()
        event.add("uid", f"{entry.card}-{entry.step}-{start:%Y%m%dT%H%M%S}-{day}@cielo")
        event.add("dtstamp", start)
        event.add("dtstart", start + timedelta(seconds=entry.start_s))
        event.add("dtend", start + timedelta(seconds=entry.end_s))
        event.add("summary", f"Card {entry.card}, step {entry.number}: {entry.says}"[:200])
        event.add("description", ", ".join(entry.by) or "drying: nobody is needed")
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def write_csv(entries: Sequence[Entry], start: datetime) -> bytes:
    """The day as a table: card, step, from, to, by whom and with what, the sentence."""
    out = StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(["card", "step", "from", "to", "by", "what"])
    for entry in entries:
        times = [(start + timedelta(seconds=s)).isoformat(timespec="seconds") for s in (entry.start_s, entry.end_s)]
        table.writerow([entry.card, entry.number, *times, *map(safe_cell, ("; ".join(entry.by), entry.says))])
    return out.getvalue().encode()
