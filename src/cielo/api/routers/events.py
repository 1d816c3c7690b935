"""What others do to a card, told as it happens: server-sent events (WHATWG HTML, 9.2)."""

from collections.abc import AsyncIterator

import anyio
from fastapi import APIRouter, Request
from fastapi.responses import StreamingResponse
from starlette.concurrency import run_in_threadpool

from cielo.api.dependencies import CardId, StoreOfApp
from cielo.api.doorstep import is_of_this_machine, token_of
from cielo.api.schemas.problem import REFUSALS
from cielo.app.cards import revision_of

router = APIRouter(prefix="/cards/{card_id}", tags=["cards"], responses=REFUSALS)

# The card is looked at so often; a stream ends by itself, and the page asks anew, so that none is ever left over.
EVERY_S, LASTS_S, ASK_AGAIN_MS = 0.4, 20.0, 300


@router.get("/events", response_class=StreamingResponse, responses={200: {"content": {"text/event-stream": {}}}})
async def events(card_id: CardId, request: Request, store: StoreOfApp) -> StreamingResponse:
    """The number of the card's newest revision, now and whenever it changes."""
    now = await run_in_threadpool(revision_of, store, card_id)

    async def told(seen: int) -> AsyncIterator[str]:
        yield f"retry: {ASK_AGAIN_MS}\ndata: {seen}\n\n"
        for _ in range(round(LASTS_S / EVERY_S)):
            await anyio.sleep(EVERY_S)
            if await request.is_disconnected() or not _may_listen(request):
                return
            newest = await run_in_threadpool(revision_of, store, card_id)
            if newest != seen:
                seen = newest
                yield f"data: {seen}\n\n"

    return StreamingResponse(told(now), media_type="text/event-stream")


def _may_listen(request: Request) -> bool:
    """Whether who listens is still let in: a device that was sent away hears nothing more."""
    lan = request.app.state.lan
    return lan is None or is_of_this_machine(request.scope) or lan.pairing.knows(token_of(request.headers))
