"""Colours and spectra: the only place where the one becomes the other.

Symbols
-------
=============  ==========  ==================================================================
symbol         shape       meaning, unit
=============  ==========  ==================================================================
wavelengths    (31,)       400 ... 700 nm in steps of 10 nm
W              (31, 3)     weights, reflectance -> XYZ of illuminant D50, 2 degrees; sum over
                           the axis of wavelengths gives the white point (Y = 1)
R              (..., 31)   reflectance factor, 0..1
z              (31,)       R seen through atanh: R = (tanh(z) + 1) / 2, unbounded
=============  ==========  ==================================================================

Sources: CIE 015:2018 (observer, illuminants, Lab); IEC 61966-2-1 (sRGB); ISO 13655 (D50, 2 degrees), all held against the library
colour-science in the tests; a smooth spectrum with a given colour is the least-slope hyperbolic-tangent method (Burns 2020, Color
Research & Application 45).
"""

from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from cielo.core.optics.tables import BRADFORD, OBSERVER_2_DEGREES, SPECTRA, WHITE_D50_XY, WHITE_SRGB_XY, XYZ_TO_SRGB
from cielo.errors import BadInput

Array = NDArray[np.float64]

WAVELENGTHS_NM: Array = np.arange(400.0, 701.0, 10.0)
BANDS = len(WAVELENGTHS_NM)
# Where the cube root of Lab gives way to a straight line (CIE 015:2018).
KNEE = 6 / 29


@lru_cache(maxsize=1)
def white_xyz() -> Array:
    """White point of D50, 2 degrees, Y = 1: shape (3,). Source: CIE 015:2018."""
    return _white_of(WHITE_D50_XY)


def _white_of(xy: tuple[float, float]) -> Array:
    x, y = xy
    return np.array([x / y, 1.0, (1 - x - y) / y])


@lru_cache(maxsize=1)
def weights() -> Array:
    """W of the symbol table, shape (31, 3).

    The range 400-700 nm cuts the tails of the observer, so each column is scaled until a perfect white has exactly the
    white point: otherwise no spectrum of a neutral colour would be flat.
    """
    raw = np.transpose(OBSERVER_2_DEGREES) * np.array(SPECTRA["D50"])[:, None]
    return np.asarray(raw / raw.sum(axis=0) * white_xyz())


def adapted_to_d50(xyz: Array, white: Array) -> Array:
    """XYZ (..., 3) seen under a light of that ``white`` (3,) to the XYZ that looks the same under D50 (Bradford, Lam 1985)."""
    cones = np.array(BRADFORD)
    ratio = (cones @ white_xyz()) / (cones @ white)
    return np.asarray(xyz @ (np.linalg.inv(cones) @ np.diag(ratio) @ cones).T)


def xyz_from_reflectance(reflectance: Array) -> Array:
    """Reflectance (..., 31) to XYZ under D50 (..., 3), Y = 1 for a perfect white."""
    return reflectance @ weights()


def lab_from_xyz(xyz: Any) -> Array:
    """XYZ (..., 3), Y = 1, to CIE Lab of D50 (..., 3)."""
    part = np.asarray(xyz, float) / white_xyz()
    f = np.where(part > KNEE**3, np.cbrt(part), part / (3 * KNEE**2) + 4 / 29)
    x, y, z = np.moveaxis(f, -1, 0)
    return np.stack([116 * y - 16, 500 * (x - y), 200 * (y - z)], axis=-1)


def xyz_from_lab(lab: Any) -> Array:
    """CIE Lab of D50 (..., 3) to XYZ (..., 3), Y = 1."""
    light, red, yellow = np.moveaxis(np.asarray(lab, float), -1, 0)
    y = (light + 16) / 116
    f = np.stack([y + red / 500, y, y - yellow / 200], axis=-1)
    return np.asarray(np.where(f > KNEE, f**3, 3 * KNEE**2 * (f - 4 / 29)) * white_xyz())


def lab_from_reflectance(reflectance: Array) -> Array:
    """Reflectance (..., 31) to CIE Lab of D50 (..., 3)."""
    return lab_from_xyz(xyz_from_reflectance(reflectance))


@lru_cache(maxsize=1)
def srgb_matrix() -> Array:
    """XYZ of D50 to linear sRGB, Bradford adapted, shape (3, 3), for row vectors: ``rgb = xyz @ M``."""
    to_d50 = adapted_to_d50(np.eye(3), _white_of(WHITE_SRGB_XY))
    return np.asarray(np.linalg.inv(to_d50) @ np.transpose(XYZ_TO_SRGB))


def srgb_encoded(linear: Any) -> Array:
    """Linear sRGB to encoded, same shape; beyond 0..1 the curve goes on (IEC 61966-2-1)."""
    value = np.asarray(linear, float)
    return np.where(value <= 0.0031308, 12.92 * value, 1.055 * np.maximum(value, 0.0031308) ** (1 / 2.4) - 0.055)


def srgb_linear(encoded: Any) -> Array:
    """Encoded sRGB to linear, same shape (IEC 61966-2-1)."""
    value = np.asarray(encoded, float)
    return np.where(value <= 0.04045, value / 12.92, ((np.maximum(value, 0.04045) + 0.055) / 1.055) ** 2.4)


def srgb_from_lab(lab: Any) -> Array:
    """CIE Lab of D50 (..., 3) to encoded sRGB (..., 3); outside 0..1 where the screen cannot show the colour."""
    return srgb_encoded(xyz_from_lab(lab) @ srgb_matrix())


def lab_from_hex(text: str, field: str = "hex") -> Array:
    """``#rrggbb`` (sRGB) to CIE Lab of D50, shape (3,). Raises BadInput when it is not such a text."""
    digits = text.removeprefix("#")
    if len(digits) != 6 or any(c not in "0123456789abcdefABCDEF" for c in digits):
        raise BadInput(f"{text!r} is not a colour.", field=field, mend="Write it as #rrggbb, for instance #c8a24b.")
    rgb = np.array([int(digits[i : i + 2], 16) / 255 for i in (0, 2, 4)])
    xyz = srgb_linear(rgb) @ np.linalg.inv(srgb_matrix())
    return lab_from_xyz(xyz)


def smooth_reflectance(xyz: Array, *, steps: int = 60) -> Array:
    """The reflectance with the least slope that has exactly this colour.

    Minimises sum((z[i+1] - z[i])^2) subject to XYZ(R) = xyz with R = (tanh(z) + 1) / 2, by Newton's method on the
    Lagrangian (Burns 2020). XYZ (3,), Y = 1; returns (31,), strictly between 0 and 1. Raises BadInput when no
    reflecting surface has that colour.
    """
    w = weights()
    difference = np.diff(np.eye(BANDS), axis=0)
    stiffness = 2 * difference.T @ difference
    y = float(np.clip(xyz[1], 1e-3, 0.999))
    z = np.full(BANDS, np.arctanh(2 * y - 1))
    multipliers = np.zeros(3)
    for _ in range(steps):
        t = np.tanh(z)
        slope = (1 - t**2) / 2
        gradient = stiffness @ z + (w @ multipliers) * slope
        gap = ((t + 1) / 2) @ w - xyz
        hessian = stiffness + np.diag((w @ multipliers) * -t * (1 - t**2))
        jacobian = w * slope[:, None]
        system = np.block([[hessian, jacobian], [jacobian.T, np.zeros((3, 3))]])
        try:
            move = np.linalg.solve(system, -np.concatenate([gradient, gap]))
        except np.linalg.LinAlgError:
            break
        largest = np.abs(move[:BANDS]).max()
        move *= min(1.0, 1.0 / largest) if largest > 0 else 1.0
        z = z + move[:BANDS]
        multipliers = multipliers + move[BANDS:]
        if largest < 1e-10:
            break
    reflectance = (np.tanh(z) + 1) / 2
    if not np.all(np.isfinite(z)) or np.abs(reflectance @ w - xyz).max() > 1e-5:
        raise BadInput(
            "no paper or ink can have this colour: it is more vivid than any reflecting surface.",
            mend="Measure it again under D50, or take a duller colour.",
        )
    return np.asarray(reflectance)
