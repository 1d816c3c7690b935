"""A refusal, RFC 9457."""

from typing import Any

from pydantic import BaseModel


class Problem(BaseModel):
    """What was wrong (``reason``), where (``field``), and what to do (``mend``); ``detail`` is all of it as one sentence."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    field: str = ""
    reason: str = ""
    mend: str = ""


# What every route of a router may answer beside its own model.
REFUSALS: dict[int | str, dict[str, Any]] = {
    status: {"model": Problem, "content": {"application/problem+json": {}}} for status in (404, 409, 413, 422)
}
