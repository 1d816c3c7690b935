"""Every kind of file a stranger may send, harmed in every way by chance, 2,000 of each: ``python -m benchmarks.fuzz`` (of ``make prove``).

Each is read in the bounded process that Cielo reads strangers' files in (``cielo.app.walled``): whatever it is, it must be read or refused
in words within its bounds. Hypothesis chooses what is harmed and how, the same each time.
"""

import argparse
import re
import sys
import time
from collections.abc import Callable
from io import BytesIO
from pathlib import Path
from tempfile import TemporaryDirectory

from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st
from PIL import Image
from pillow_heif import register_heif_opener

from cielo.app.apart import Unforeseen
from cielo.app.archive import archive_all
from cielo.app.cards import start_card
from cielo.app.walled import MOST_SECONDS, end_readers, walled
from cielo.core.plan import Plan
from cielo.core.shelf import Facts
from cielo.demo.cards import demo_plans
from cielo.demo.shelf import INKS
from cielo.errors import CieloError
from cielo.exchange.archive import read_archive
from cielo.exchange.cgats import read_cgats
from cielo.exchange.gpl import read_gpl
from cielo.exchange.hpgl import read_hpgl
from cielo.exchange.photo import read_photo
from cielo.exchange.plan_file import read_plan, write_plan
from cielo.exchange.shelf_csv import read_shelf_csv, write_shelf_csv
from cielo.exchange.svg_drawing import read_svg
from cielo.store.database import Store

ROOT = Path(__file__).parents[1]
# Bytes that readers trip over.
TOKENS = (
    b"",
    b"\x00",
    b"\xff\xfe",
    b"-",
    b"1e999",
    b"NaN",
    b"9" * 400,
    b'"',
    b"<!DOCTYPE a [",
    b"&a;",
    b"{[" * 60,
    b"\r\n",
    b",",
    b"/../",
    b"PK\x05\x06",
)
NUMBER = re.compile(rb"-?[0-9]+(\.[0-9]+)?")
NUMBERS = (b"0", b"-1", b"1", b"2.5", b"0.001", b"99999", b"-400.25", b"1e308", b"1" + b"0" * 40)


def photographs() -> list[bytes]:
    register_heif_opener()
    picture = Image.effect_mandelbrot((96, 64), (-2, -1, 1, 1), 40).convert("RGB")
    made = []
    for form in ("JPEG", "PNG", "WEBP", "HEIF"):
        out = BytesIO()
        picture.save(out, form)
        made.append(out.getvalue())
    return made


def archives(plan: Plan) -> list[bytes]:
    with TemporaryDirectory() as folder:
        store = Store(Path(folder) / "packed.sqlite")
        start_card(store, plan, "start")
        packed = archive_all(store)
        store.close()
    return [packed]


DRAWING = b"""<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><style>.a{fill:none}</style>
<g transform="rotate(9) scale(1.2)"><path d="M1,1 C9,2 8,9 3,8 A4,4 0 1 1 9,9 z"/><circle cx="20" cy="20" r="6"/>
<polygon points="30,30 40,30 35,40"/><rect x="2" y="30" width="9" height="9" rx="2"/></g></svg>"""
PENS = b"IN;SP1;PU100,100;PD900,100,900,700,100,700,100,100;PR;PU10,10;PD40,0,0,40;PA;PU;SP0;"
PALETTE = b"GIMP Palette\nName: Mine\nColumns: 4\n#\n240 220 110\tYucca 1\n 80 110 170\tSage 8\n"
# Each reader, what it wants beside the bytes (before and after them), and sound files of its kind.
Importer = tuple[Callable[..., object], tuple[object, ...], tuple[object, ...], Callable[[], list[bytes]]]
IMPORTERS: dict[str, Importer] = {
    "plans": (read_plan, (), (), lambda: [write_plan(plan) for plan in demo_plans()[:6]]),
    "drawings (SVG)": (read_svg, (), (), lambda: [DRAWING]),
    "cutter files (HPGL)": (read_hpgl, (), (), lambda: [PENS]),
    "readings (CGATS)": (read_cgats, (), (), lambda: [(ROOT / "tests/reference/TR002.ti3").read_bytes()]),
    "lists (CSV)": (
        read_shelf_csv,
        ("ink",),
        (),
        lambda: [write_shelf_csv("ink", [(ink.key, ink.name, ink, Facts()) for ink in INKS[:4]])],
    ),
    "palettes (GPL)": (read_gpl, (), (), lambda: [PALETTE]),
    "photographs": (read_photo, (), (), photographs),
    "archives": (read_archive, (), ("9999",), lambda: archives(demo_plans()[3])),
}


@st.composite
def harmed(draw: st.DrawFn, seeds: list[bytes]) -> bytes:
    """A sound file with up to eight harms: signs changed, pieces cut out, doubled, set elsewhere, or replaced by what readers trip over."""
    data = bytearray(draw(st.sampled_from(seeds)))
    for _ in range(draw(st.sampled_from([0, 1, 1, 1, 2, 3, 8]))):
        at = int(draw(st.floats(0, 1)) * len(data))
        to = min(len(data), at + draw(st.sampled_from([1, 2, 7, 40, 400, 4000])))
        match draw(st.integers(0, 9)):
            case 0:
                data[at:to] = (
                    bytes(byte ^ draw(st.integers(0, 255)) for byte in data[at : min(to, at + 4)]) + data[min(to, at + 4) : to]
                )
            case 1:
                del data[at:to]
            case 2:
                data[at:at] = data[at:to] * draw(st.sampled_from([1, 3, 60]))
            case 3:
                data[at:to] = draw(st.sampled_from(TOKENS))
            case 4:
                data[at:at] = draw(st.sampled_from(TOKENS)) * draw(st.sampled_from([1, 5]))
            case 5:
                del data[at:]
            case _:  # another number in the place of one, so that the form stays whole
                numbers = [found.span() for found in NUMBER.finditer(data)]
                if numbers:
                    begins, ends = draw(st.sampled_from(numbers))
                    data[begins:ends] = draw(st.sampled_from(NUMBERS))
    return bytes(data[:300_000])


def only_read(read: Callable[..., object], *args: object) -> None:
    """Read it, and answer nothing: what a file was made into stays behind the wall."""
    read(*args)


def fuzz(name: str, count: int) -> int:
    """How many of so many harmed files of one kind met a fault."""
    read, before, after, made = IMPORTERS[name]
    seeds, faults, refused, ended, longest, done = made(), [], 0, 0, 0.0, 0
    for seed in seeds:
        walled(only_read, read, *before, seed, *after)  # sound ones are read; and what is compiled at first use is

    @settings(
        max_examples=count,
        deadline=None,
        derandomize=True,
        database=None,
        phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )
    @given(harmed(seeds))
    def one(data: bytes) -> None:
        nonlocal refused, ended, longest, done
        done, began = done + 1, time.perf_counter()
        try:
            walled(only_read, read, *before, data, *after)
        except Unforeseen as fault:
            faults.append(str(fault))
        except CieloError as error:
            refused += 1
            if not error.reason:
                faults.append("a refusal without words")
            if "takes longer" in error.reason or "more memory" in error.reason or "broke off" in error.reason:
                ended += 1
                return
        longest = max(longest, time.perf_counter() - began)

    one()
    print(
        f"{name}: {done} files, {refused} refused in words, {ended} of them at {MOST_SECONDS:.0f} s or 500 MB, "
        f"{len(faults)} faults; longest {longest:.2f} s",
        flush=True,
    )
    for fault in sorted(set(faults))[:5]:
        print(fault, flush=True)
    return len(faults)


def main(argv: list[str] | None = None) -> int:
    """How many faults there were."""
    asked = argparse.ArgumentParser()
    asked.add_argument("--files", type=int, default=2000)
    asked.add_argument("--only", default="")
    wanted = asked.parse_args(argv)
    try:
        return sum(fuzz(name, wanted.files) for name in IMPORTERS if wanted.only in name)
    finally:
        end_readers()


if __name__ == "__main__":
    # What is asked of a reader apart goes by its name there, which `__main__` is not.
    from benchmarks import fuzz as by_name  # noqa: PLW0406

    sys.exit(1 if by_name.main() else 0)
