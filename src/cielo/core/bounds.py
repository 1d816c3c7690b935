"""What the measures of a plan may be. They stand here once: the core refuses what lies outside, files and the web read them from the types.

A bound is written where a field is declared (``diameter_mm: Span``), in the terms of the ``annotated_types`` package.
"""

import re
from collections.abc import Callable
from dataclasses import fields, is_dataclass
from functools import cache
from math import isfinite
from typing import Annotated, Any, get_args, get_type_hints

from annotated_types import Interval, Len
from pydantic import BeforeValidator, Field

from cielo.core.units import Units, say_least, say_length, say_most
from cielo.errors import BadInput

# Signs that are none: what ends a line or steers a printer (Unicode, category Cc), and what turns the way of writing (UAX 9).
_UNSEEN = re.compile("[\\x00-\\x1f\\x7f-\\x9f\\u2028\\u2029\\u202a-\\u202e\\u2066-\\u2069]+")


def one_line(text: Any) -> Any:
    """A name as it is kept: on one line, with nothing in it that is not seen."""
    return _UNSEEN.sub(" ", text).strip() if isinstance(text, str) else text


Length = Annotated[float, Interval(ge=0, le=1000)]
Size = Annotated[float, Interval(gt=0, le=1000)]
Place = Annotated[float, Interval(ge=-1000, le=2000)]
Span = Annotated[float, Interval(ge=2, le=600)]
# What a pen draws and a stamp prints has no least size but the pen's.
MarkSize = Annotated[float, Interval(ge=0.3, le=600)]
PatchSize = Annotated[float, Interval(ge=1, le=200)]
Rise = Annotated[float, Interval(ge=0, le=200)]
Spread = Annotated[float, Interval(ge=0, le=20)]
Pitch = Annotated[float, Interval(ge=0, le=600)]
Offset = Annotated[float, Interval(ge=-600, le=600)]
Gap = Annotated[float, Interval(ge=-20, le=50)]
Letter = Annotated[float, Interval(ge=2, le=100)]
Rim = Annotated[float, Interval(ge=1, le=60)]
Trim = Annotated[float, Interval(ge=0, le=40)]
Raised = Annotated[float, Interval(ge=0, le=10)]
Side = Annotated[float, Interval(ge=20, le=600)]
HoldLength = Annotated[float, Interval(ge=3, le=400)]
HoldWidth = Annotated[float, Interval(ge=3, le=100)]
Angle = Annotated[float, Interval(ge=-360, le=360)]
Scale = Annotated[float, Interval(gt=0.02, le=20)]
Cover = Annotated[float, Interval(gt=0, le=0.999)]
# How large the flakes are that a wet sheet leaves; 0 where it leaves all of it.
FlakeSize = Annotated[float, Interval(ge=0, le=20)]
# A drying is no longer than a day.
MOST_MINUTES = 1440.0
Minutes = Annotated[float, Interval(gt=0, le=MOST_MINUTES)]
Passes = Annotated[int, Interval(ge=1, le=20)]
PrintCount = Annotated[int, Interval(ge=1, le=40)]
# What a maker's own hand lays beside the usual one: no hand is further from it.
Hand = Annotated[float, Interval(ge=0.5, le=2.0)]
# How long her hands are at a kind of work beside the usual time.
Times = Annotated[float, Interval(ge=0.25, le=4.0)]
Owned = Annotated[int, Interval(ge=1, le=40)]
# The number in an id that Cielo gave.
Given = Annotated[int, Interval(ge=0, le=999_999)]
Seed = Annotated[int, Interval(ge=0, le=1_000_000)]
# A colour by eye or by a reader, CIE Lab of D50. Further from grey than this lies no colour that anything has.
LStar = Annotated[float, Interval(ge=0, le=100)]
Opponent = Annotated[float, Interval(ge=-160, le=160)]
Lab = tuple[LStar, Opponent, Opponent]
# Of inks and stocks: full applications under a swatch, a share, the hiding power beside the usual, a sheet's thickness in mm.
Strength = Annotated[float, Interval(ge=0, le=20)]
Share = Annotated[float, Interval(ge=0, le=1)]
Hiding = Annotated[float, Interval(ge=0.05, le=20)]
Thickness = Annotated[float, Interval(ge=0.02, le=5)]
# What keys and ids are made of, in files and on the web.
Key = Annotated[str, Len(1, 64), Field(pattern=r"^[A-Za-z0-9][A-Za-z0-9 _.\-]*$")]
# What a step of the card is kept under: its id, that of a piece's step after the piece's key and a tilde.
RunKey = Annotated[str, Len(1, 129), Field(pattern=r"^[A-Za-z0-9][A-Za-z0-9 _.\-]*(~[A-Za-z0-9][A-Za-z0-9 _.\-]*)?$")]
OpeningKey = Annotated[str, Field(pattern=r"^(r-?[0-9]{1,4}c-?[0-9]{1,4}|o[0-9]{1,4})$")]
Name = Annotated[str, BeforeValidator(one_line), Len(1, 80)]
Text = Annotated[str, Len(1, 120)]

MOST_INKS = 24
MOST_STEPS = 200
MOST_PIECES = 12
# The steps of the panel and of every piece on it.
MOST_RUN = MOST_STEPS * (MOST_PIECES + 1)


def ensure_lab(lab: tuple[float, ...], field: str) -> None:
    """Raise BadInput, naming the field, for a colour that cannot be."""
    limits = [bound for part in get_args(Lab) for bound in part.__metadata__]
    if not all(isfinite(value) and limit.ge <= value <= limit.le for value, limit in zip(lab, limits, strict=True)):
        said = " ".join(f"{value:g}" for value in lab)
        most = limits[1].le
        raise BadInput(f"{said} is a colour that cannot be.", field=field, mend=f"Lab: 0 to 100, then -{most} to {most} twice.")


@cache
def bounds_of(kind: type) -> dict[str, Interval | Len]:
    """The bound of every field of a class of core data that has one."""
    found: dict[str, Interval | Len] = {}
    for name, hint in get_type_hints(kind, include_extras=True).items():
        for part in (hint, *get_args(hint)):  # of what may be None the part that is something
            for bound in getattr(part, "__metadata__", ()):
                if isinstance(bound, Interval | Len):
                    found[name] = bound
    return found


def ensure_within(thing: Any, units: Units, place: str = "") -> None:
    """Raise BadInput, naming the field in the maker's own units, where a measure of core data lies outside its bounds."""
    kind: type = type(thing)
    bounds = bounds_of(kind)
    for part in fields(thing):
        value, field = getattr(thing, part.name), f"{place}.{part.name}" if place else part.name
        bound = bounds.get(part.name) if value is not None else None
        # A field that may be a number or a word is held to its bound where it is a number.
        if isinstance(bound, Interval) and isinstance(value, int | float):
            _ensure_number(value, bound, part.name, field, units)
        elif isinstance(bound, Len):
            _ensure_count(value, bound, part.name, field)
        if value is not None and _is_lab(kind, part.name):
            ensure_lab(value, field)
        elif isinstance(value, tuple):
            for i, one in enumerate(value):
                if is_dataclass(one):
                    ensure_within(one, units, f"{field}[{i}]")
        elif is_dataclass(value):
            ensure_within(value, units, field)


@cache
def _is_lab(kind: type, name: str) -> bool:
    hint = get_type_hints(kind, include_extras=True)[name]
    return Lab in (hint, *get_args(hint))


def _ensure_number(value: float, bound: Interval, name: str, field: str, units: Units) -> None:
    what = name.rsplit("_", 1)[0].replace("_", " ") if name.endswith(("_mm", "_deg")) else name.replace("_", " ")
    if not isfinite(value):
        raise BadInput(f"{what} is no number.", field=field, mend="Write it as a number.")
    too_small = (bound.ge is not None and value < bound.ge) or (bound.gt is not None and value <= bound.gt)  # type: ignore[operator]
    too_large = bound.le is not None and value > bound.le  # type: ignore[operator]
    if too_small:
        may_be = (
            f"at least {_say(bound.ge, name, units, say_least)}"
            if bound.ge is not None
            else f"more than {_say(bound.gt, name, units)}"
        )
        raise BadInput(f"{what} is {_say(value, name, units)}; it is {may_be}.", field=field, mend=f"Make it {may_be}.")
    if too_large:
        may_be = f"at most {_say(bound.le, name, units, say_most)}"
        raise BadInput(f"{what} is {_say(value, name, units)}; it is {may_be}.", field=field, mend=f"Make it {may_be}.")


def _say(number: Any, name: str, units: Units, say: Callable[[float, Units], str] = say_length) -> str:
    if name.endswith("_mm"):
        return say(number, units)
    return f"{number:g} degrees" if name.endswith("_deg") else f"{number:g}"


def _ensure_count(value: Any, bound: Len, name: str, field: str) -> None:
    what = name.replace("_", " ")
    if len(value) < bound.min_length:
        raise BadInput(f"there is nothing in {what}.", field=field, mend="Fill it in.")
    if bound.max_length is not None and len(value) > bound.max_length:
        counted = "signs" if isinstance(value, str) else what
        raise BadInput(
            f"it has {len(value)} {counted}; Cielo takes at most {bound.max_length}.",
            field=field,
            mend="Remove some." if counted == what else "Shorten it.",
        )
