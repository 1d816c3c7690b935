"""Untrusted JSON in, a checked model out; every refusal names the field in words."""

import json
from itertools import pairwise
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from cielo.errors import BadInput, TooLarge
from cielo.exchange.complaints import plain_words

LARGEST_BYTES = 2_000_000

Model = TypeVar("Model", bound=BaseModel)


def read_json(model: type[Model], data: bytes, *, what: str, largest: int = LARGEST_BYTES) -> Model:
    """Parse and check. Raises TooLarge beyond ``largest`` bytes and BadInput when it is not what the model asks for."""
    if len(data) > largest:
        raise TooLarge(
            f"the {what} is {len(data) / 1e6:.0f} MB; Cielo reads up to {largest / 1e6:.0f} MB.",
            mend="Check that it is the right file.",
        )
    try:
        text = data.decode("utf-8")
        document = json.loads(text, parse_constant=_refuse_constant)
    except UnicodeDecodeError as error:
        raise BadInput(f"the {what} is not text (UTF-8).", mend="Check that it is the right file.") from error
    except json.JSONDecodeError as error:
        raise BadInput(
            f"the {what} breaks off or is damaged at line {error.lineno}, column {error.colno}: {error.msg}.",
            mend="Export it again, or mend that place in a text editor.",
        ) from error
    except ValueError as error:  # a number of thousands of digits
        raise BadInput(f"the {what} has a number that is too long to read.", mend="Check that it is the right file.") from error
    except RecursionError as error:
        raise BadInput(f"the {what} is nested too deeply.", mend="Check that it is the right file.") from error
    return check(model, document)


def check(model: type[Model], document: Any) -> Model:
    """Check a parsed document. Raises BadInput for the first thing that is wrong."""
    try:
        return model.model_validate(document)
    except ValidationError as error:
        raise refusal(error.errors(include_url=False)) from error


def refusal(errors: Any) -> BadInput:
    """The first of Pydantic's complaints as a sentence with its field."""
    first = errors[0]
    reason, mend = plain_words(first)
    return BadInput(reason, field=field_path(first["loc"]), mend=mend)


def field_path(location: Any) -> str:
    """("inks", "A", "swatches", 0, "lab") to ``inks.A.swatches[0].lab``."""
    path = ""
    for before, part in pairwise((None, *location)):
        if part in KINDS and (isinstance(before, int) or before in ("region", "image")):
            continue  # which kind of step, mask, region or image was tried: no part of the document
        path += f"[{part}]" if isinstance(part, int) else f"{'.' if path else ''}{part}"
    return path


KINDS = frozenset({
    "brush", "water", "lay-mask", "lift-mask", "wipe", "wipe-beads", "dry", "prepare", "disc", "edge", "tapes", "stencil", "motif", "drawn",
    "whole", "band", "slant", "halo", "vignette", "patches", "inside", "motifs", "words", "print", "in-print", "bare", "wet-area",
    "built-in", "own",
})  # fmt: skip


def _refuse_constant(name: str) -> None:
    raise BadInput(f"{name} is not a number that can be measured.", mend="Give an ordinary number.")
