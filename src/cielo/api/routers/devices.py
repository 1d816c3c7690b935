"""The tablet at the table: the code that lets it in, and who is let in. Only the computer that Cielo runs on may ask."""

from io import BytesIO

import segno
from fastapi import APIRouter, Request, Response
from pydantic import BaseModel

from cielo.api.schemas.problem import REFUSALS
from cielo.core.bounds import Key
from cielo.errors import NotFound

router = APIRouter(prefix="/devices", tags=["devices"], responses=REFUSALS)


class DeviceOut(BaseModel):
    """A device that was let in, and how long ago it came and asked last, seconds."""

    key: str
    name: str
    since_s: float
    seen_s: float


class DevicesOut(BaseModel):
    """Whether other devices may come at all; where they open Cielo, the code that lets the next one in, and those let in."""

    open: bool
    address: str = ""
    code: str = ""
    secure: bool = False
    devices: list[DeviceOut] = []


@router.get("")
def devices(request: Request) -> DevicesOut:
    """Who is let in, and how the next one is."""
    lan = request.app.state.lan
    if lan is None:
        return DevicesOut(open=False)
    return DevicesOut(
        open=True,
        address=lan.address,
        code=lan.pairing.code,
        secure=lan.address.startswith("https:"),
        devices=[
            DeviceOut(key=one.key, name=one.name, since_s=lan.pairing.ago_s(one.since_s), seen_s=lan.pairing.ago_s(one.seen_s))
            for one in lan.pairing.devices
        ],
    )


@router.get("/qr.svg", response_class=Response, responses={200: {"content": {"image/svg+xml": {}}}})
def qr(request: Request) -> Response:
    """The address with the code, to be read by a camera (QR code, ISO/IEC 18004)."""
    lan = request.app.state.lan
    if lan is None:
        raise NotFound("Cielo answers on this computer alone.", mend="Start it with cielo serve --lan.")
    out = BytesIO()
    segno.make(f"{lan.address}/?code={lan.pairing.code}", error="m").save(
        out, kind="svg", scale=5, border=2, light="#fff", dark="#1e2a47"
    )
    return Response(out.getvalue(), media_type="image/svg+xml")


@router.delete("/{key}", status_code=204)
def send_away(key: Key, request: Request) -> None:
    """End the session of a device."""
    lan = request.app.state.lan
    if lan is None or not lan.pairing.send_away(key):
        raise NotFound("that device was removed.")
