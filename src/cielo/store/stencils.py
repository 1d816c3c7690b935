"""The maker's own stencils in the database."""

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from cielo.core.geometry.designs import Design
from cielo.errors import NotFound
from cielo.exchange.design_file import DesignModel
from cielo.store.tables import StencilRow


def read_stencils(session: Session, *, away: bool = False) -> tuple[Design, ...]:
    """All in the order they came; those put away too where ``away``."""
    query = select(StencilRow).order_by(StencilRow.position, StencilRow.key)
    rows = session.scalars(query if away else query.where(~StencilRow.put_away))
    return tuple(DesignModel.model_validate_json(row.document).to_core() for row in rows)


def add_stencil(session: Session, design: Design) -> None:
    """Put a design on the shelf, last."""
    last = session.scalar(select(func.max(StencilRow.position))) or 0
    session.add(StencilRow(key=design.key, position=last + 1, document=DesignModel.of(design).model_dump_json(), put_away=False))
    session.flush()


def put_stencil_away(session: Session, key: str, away: bool) -> None:
    """Take a stencil off the shelf or bring it back. Raises NotFound."""
    row = session.get(StencilRow, key)
    if row is None:
        raise NotFound("there is no such stencil of your own.", mend="The ones that come with Cielo stay on the shelf.")
    row.put_away = away
