"""Cutting jobs in, and the cut sheet out: files of the maker's own as lines on a mat, and a picture of what was cut."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from cielo.errors import BadInput
from cielo.exchange.hpgl import read_hpgl
from cielo.exchange.svg_drawing import read_svg

Array = NDArray[np.float64]


def read_job(data: bytes, name: str) -> tuple[Array, ...]:
    """The lines of an SVG or HPGL file, moved to the mat's top left corner. Raises BadInput or TooLarge."""
    if name.lower().endswith((".plt", ".hpgl", ".hpg")):
        lines = tuple(line * np.array([1, -1]) for line in read_hpgl(data))
    else:
        lines = tuple(read_svg(data).rings_mm)
    if not lines:
        raise BadInput("the file draws nothing.", mend="Check that its lines are paths.")
    corner = np.concatenate(lines).min(axis=0)
    return tuple(line - corner for line in lines)


def draw_cut_sheet(lines_mm: Sequence[Array], width_mm: float, height_mm: float) -> bytes:
    """The mat with its centimetre grid and what was cut, as SVG in real units; the blade's way through the air dashed."""
    w, h = width_mm, height_mm
    grid = "".join(f'<path d="M{x} 0V{h}"/>' for x in range(0, int(w) + 1, 10))
    grid += "".join(f'<path d="M0 {y}H{w}"/>' for y in range(0, int(h) + 1, 10))
    cuts = "".join(f'<path d="M{"L".join(f"{x:.3f} {y:.3f}" for x, y in line)}"/>' for line in lines_mm)
    place, air = (0.0, 0.0), ""
    for line in lines_mm:
        air += f"M{place[0]:.2f} {place[1]:.2f}L{line[0][0]:.2f} {line[0][1]:.2f}"
        place = (float(line[-1][0]), float(line[-1][1]))
    return (
        f'<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="{w}mm" height="{h}mm" '
        f'viewBox="0 0 {w} {h}"><title>Cut sheet</title><rect width="{w}" height="{h}" fill="#fff"/>'
        f'<g stroke="#d8d3c8" stroke-width="0.15">{grid}</g>'
        f'<path d="{air}" fill="none" stroke="#8a8478" stroke-width="0.3" stroke-dasharray="1.5 1.5"/>'
        f'<g fill="none" stroke="#1b1a17" stroke-width="0.5">{cuts}</g></svg>\n'
    ).encode()
