"""Templates to cut, how they lie on sheets, and the cutter."""

from enum import StrEnum
from pathlib import Path
from typing import Annotated, Any

import typer

from cielo.cli.common import (
    About,
    AsJson,
    PlanFile,
    app,
    make_folder,
    plan_of,
    print_json,
    write_file,
)


class CutFormat(StrEnum):
    """What templates can be written as."""

    svg = "svg"
    pdf = "pdf"
    dxf = "dxf"
    hpgl = "hpgl"


@app.command()
def cut(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the folder to write into")],
    template_format: Annotated[CutFormat, typer.Option("--format", help="svg, pdf, dxf or hpgl")] = CutFormat.svg,
    count: Annotated[int, typer.Option(min=1, max=200, help="how many cards")] = 1,
    sheet: Annotated[str, typer.Option(help="sheet size: letter, twelve, a4, a3 or fifty-seventy")] = "letter",
    cutter: Annotated[
        bool, typer.Option("--cutter", help="send every piece to the simulated cutter, and draw its cut sheets")
    ] = False,
    as_json: AsJson = False,
) -> None:
    """Write the templates to cut, at real size, one file each, with the cutting plan for your sheets, the envelope and the tapes."""
    from cielo.app.cutting import cut_each, cut_sheet, lay_out_pieces
    from cielo.exchange.templates import write_template

    with About(plan):
        document = plan_of(plan)
        laid = lay_out_pieces(document, count, sheet)
        make_folder(out)
        for piece in laid.pieces:
            write_file(out / f"{piece.key}.{template_format.value}", write_template(piece, document.units, template_format.value))
        answers = cut_each(laid.pieces) if cutter else ()
        for piece, answer in zip(laid.pieces, answers, strict=False):
            if answer.report:
                write_file(out / f"{piece.key}.cut-sheet.svg", cut_sheet(piece))
    if as_json:
        print_json(_cutting_as_json(laid, answers))
    else:
        _say_cutting(document, laid, answers, template_format.value)


def _cutting_as_json(laid: Any, answers: Any) -> Any:
    return {
        "pieces": [
            {
                "key": p.key,
                "name": p.name,
                "of": p.of,
                "width_mm": p.width_mm,
                "height_mm": p.height_mm,
                "cut_length_mm": p.cut_length_mm,
                "note": p.note,
            }
            for p in laid.pieces
        ],
        "tapes": {key: list(lengths) for key, lengths in laid.tapes.items()},
        "envelope": {"sheet_mm": laid.envelope.sheet_mm, "first_score_mm": laid.envelope.first_score_mm}
        if laid.envelope
        else None,
        "pile_mm": laid.pile_mm,
        "troubles": list(laid.troubles),
        "stocks": [
            {
                "of": s.of,
                "sheet": s.sheet.key,
                "larger": s.larger or None,
                "refused": s.refused or None,
                "sheets": [
                    {
                        "used": n.used,
                        "waste": n.waste,
                        "laid": [vars(piece) for piece in n.laid],
                        "offcuts": [vars(offcut) for offcut in n.offcuts],
                    }
                    for n in s.sheets
                ],
            }
            for s in laid.stocks
        ],
        "cutter": [
            {"key": a.key, "refused": a.refused or None}
            | ({"cut_mm": a.report.cut_mm, "travel_mm": a.report.travel_mm, "seconds": a.report.seconds} if a.report else {})
            for a in answers
        ],
    }


def _say_cutting(document: Any, laid: Any, answers: Any, form: str) -> None:
    from cielo.core.units import say_length, say_size

    for piece in laid.pieces:
        print(f"{piece.key}.{form}: {piece.name}, {say_size(piece.width_mm, piece.height_mm, document.units)}. {piece.note}")
    for key, lengths in laid.tapes.items():
        print(f"{document.mask(key).called}: tear {' and '.join(say_length(mm, document.units) for mm in lengths)} of tape.")
    for stock in laid.stocks:
        sheets = "one sheet" if len(stock.sheets) == 1 else f"{len(stock.sheets)} sheets"
        waste = sum(sheet.waste for sheet in stock.sheets) / max(1, len(stock.sheets))
        if stock.sheets:
            larger = f" ({stock.larger})" if stock.larger else ""
            print(f"{stock.of}: {sheets} of {stock.sheet.name}{larger}, {waste:.0%} lost beside useful offcuts.")
        if stock.refused:
            print(f"{stock.of}: {stock.refused}")
    for trouble in laid.troubles:
        print(f"Does not fit: {trouble}")
    for answer in answers:
        if answer.report:
            print(f"Cutter: {answer.key} takes {answer.report.seconds:.0f} s, {answer.report.cut_mm:.0f} mm of cut.")
        else:
            print(f"Cutter: {answer.key}: {answer.refused}")
