"""What a process apart answers, as bytes that are only ever data: numbers, words, bytes, arrays, and a few kinds of frozen records.

A frame is the number of the question and the length of what follows, each eight bytes, then the length of a JSON text, that text, and the
bytes it speaks of one after another. Nothing in it is run, and no class is named in it but those in ``RECORDS``.
"""

import json
import struct
from collections.abc import Callable
from dataclasses import fields, is_dataclass
from importlib import import_module
from typing import IO, Any

import numpy as np

# Where each record that may be answered is declared.
RECORDS = {
    "Drawing": "cielo.exchange.svg_drawing",
    "SheetSeen": "cielo.core.photo.sheet",
    "Slot": "cielo.core.sequence.timetable",
    "Timetable": "cielo.core.sequence.timetable",
}
DTYPES = frozenset({"uint8", "uint16", "int32", "int64", "float32", "float64", "bool"})
HEAD = struct.Struct(">QQ")
# More than this is no answer of ours.
LARGEST = 1_000_000_000


class Broken(ValueError):
    """Bytes that are no frame, or one that ends too soon."""


def write_frame(out: IO[bytes], number: int, value: Any) -> None:
    """Write an answer to the question of that number. Raises TypeError for what is no data."""
    blobs: list[bytes] = []
    text = json.dumps(_plain(value, blobs), separators=(",", ":")).encode()
    body = b"".join((len(text).to_bytes(8, "big"), text, *blobs))
    out.write(HEAD.pack(number, len(body)))
    out.write(body)
    out.flush()


def read_frame(given: IO[bytes]) -> tuple[int, Any]:
    """The next answer and the number of its question. Raises EOFError at the end of the stream, Broken for anything else."""
    head = given.read(HEAD.size)
    if not head:
        raise EOFError
    if len(head) < HEAD.size:
        raise Broken("half a head")
    number, length = HEAD.unpack(head)
    if length > LARGEST:
        raise Broken("more than any answer")
    body = given.read(length)
    if len(body) < length:
        raise Broken("half a body")
    size = int.from_bytes(body[:8], "big")
    if size > len(body) - 8:
        raise Broken("half a text")
    try:
        return number, _value(json.loads(body[8 : 8 + size]), _Blobs(body, 8 + size))
    except (ValueError, TypeError, KeyError, RecursionError, AttributeError) as error:
        raise Broken(str(error)) from error


def _plain(value: Any, blobs: list[bytes]) -> Any:
    match value:
        case None | bool() | str():
            return value
        case int() | float() if type(value) in (int, float):
            return value
        case bytes():
            blobs.append(value)
            return {"bytes": len(value)}
        case np.ndarray():
            whole = np.ascontiguousarray(value)
            blobs.append(whole.tobytes())
            return {"array": str(whole.dtype), "shape": value.shape, "bytes": whole.nbytes}
        case np.generic():
            return value.item()
        case tuple():
            return {"tuple": [_plain(part, blobs) for part in value]}
        case list():
            return [_plain(part, blobs) for part in value]
        case dict():
            return {"dict": [[_plain(key, blobs), _plain(part, blobs)] for key, part in value.items()]}
    if is_dataclass(value) and RECORDS.get(type(value).__name__) == type(value).__module__:
        return {"record": type(value).__name__, "of": [_plain(getattr(value, part.name), blobs) for part in fields(value)]}
    raise TypeError(f"{type(value).__name__} is no answer")


class _Blobs:
    def __init__(self, body: bytes, at: int) -> None:
        self.body, self.at = body, at

    def take(self, length: int) -> bytes:
        if type(length) is not int or length < 0 or self.at + length > len(self.body):
            raise ValueError("bytes that are not there")
        self.at += length
        return self.body[self.at - length : self.at]


def _value(plain: Any, blobs: _Blobs) -> Any:
    match plain:
        case list():
            return [_value(part, blobs) for part in plain]
        case {"array": dtype, "shape": shape, "bytes": length}:
            if dtype not in DTYPES:
                raise ValueError("no such numbers")
            return np.frombuffer(blobs.take(length), dtype).reshape([int(side) for side in shape]).copy()
        case {"bytes": length}:
            return blobs.take(length)
        case {"tuple": parts}:
            return tuple(_value(part, blobs) for part in parts)
        case {"dict": pairs}:
            return {_value(key, blobs): _value(part, blobs) for key, part in pairs}
        case {"record": name, "of": parts}:
            kind: Callable[..., Any] = getattr(import_module(RECORDS[name]), name)
            return kind(*(_value(part, blobs) for part in parts))
        case dict():
            raise ValueError("nothing that is known")
    return plain
