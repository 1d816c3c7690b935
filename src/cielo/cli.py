"""The command line. Exit codes: 0 fine, 1 the plan has problems (check), 2 bad input, told with file, field and mend."""

import json
import sys
from datetime import datetime, timedelta
from enum import StrEnum
from pathlib import Path
from typing import Annotated, Any

import typer

from cielo.errors import BadInput, CieloError, Contradiction

app = typer.Typer(no_args_is_help=True, add_completion=False, help="Plans, predicts and guides card backgrounds.")

PlanFile = Annotated[Path, typer.Argument(metavar="PLAN", help="a plan file, *.cielo.json")]
AsJson = Annotated[bool, typer.Option("--json", help="answer as JSON")]
Database = Annotated[Path | None, typer.Option("--db", help="the database file")]
Port = Annotated[int, typer.Option(min=0, max=65535, help="the port on 127.0.0.1; 0 takes a free one")]


class CutFormat(StrEnum):
    """What templates can be written as."""

    svg = "svg"
    pdf = "pdf"
    dxf = "dxf"
    hpgl = "hpgl"


WEB_ROOT = Path(__file__).resolve().parents[2] / "web" / "dist"


def main() -> None:
    """Run a command; turn a refusal into a sentence and exit code 2."""
    try:
        app()
    except CieloError as error:
        print(f"cielo: {error.sentence}", file=sys.stderr)
        sys.exit(1 if isinstance(error, Contradiction) else 2)


@app.command()
def demo(db: Database = None, port: Port = 8490, fill_only: Annotated[bool, typer.Option("--fill-only")] = False) -> None:
    """Fill a new database with the demo and serve it."""
    from cielo.demo.fill import fill
    from cielo.store.database import Store

    path = db or _data_folder() / "demo.sqlite"
    store = Store(path)
    if fill(store):
        print("The Dry Garden Society's winter show is laid out.", flush=True)
    store.close()
    if not fill_only:
        serve(path, port)


@app.command()
def serve(db: Database = None, port: Port = 8490) -> None:
    """Serve Cielo on this machine alone."""
    import socket

    import uvicorn

    from cielo.api.main import create_app
    from cielo.store.database import Store

    listener = socket.socket()
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind(("127.0.0.1", port))
    except OSError as error:
        raise BadInput(
            f"port {port} is taken.", field="--port", mend="Stop what uses it, or give another with --port."
        ) from error
    web = WEB_ROOT if (WEB_ROOT / "index.html").is_file() else None
    from threading import Thread

    from cielo.app.pictures import warm_up

    application = create_app(Store(db or _data_folder() / "cielo.sqlite"), web)
    Thread(target=warm_up, daemon=True).start()
    print(f"Cielo is at http://127.0.0.1:{listener.getsockname()[1]}  (Ctrl-C stops it)", flush=True)
    if web is None:
        print("The pages are not built; only the API answers. Build them with: make web", flush=True)
    uvicorn.Server(uvicorn.Config(application, log_level="warning")).run(sockets=[listener])


@app.command()
def predict(
    request: Annotated[Path, typer.Argument(metavar="IN.json")],
    out: Annotated[Path | None, typer.Option(help="write here in place of the screen")] = None,
) -> None:
    """The colour of stacks of inks on a stock."""
    from cielo.exchange.predict_contract import PredictRequest
    from cielo.exchange.predict_contract import predict as answer
    from cielo.exchange.reading import read_json

    with About(request):
        response = answer(read_json(PredictRequest, _read(request), what="request"))
    text = response.model_dump_json(indent=2)
    if out is None:
        print(text)
    else:
        _write(out, (text + "\n").encode())


@app.command()
def render(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the PNG to write")],
    dpi: Annotated[float, typer.Option(help="dots to the inch")] = 300,
    step: Annotated[int | None, typer.Option(help="after this many steps; all where left out")] = None,
) -> None:
    """The predicted panel as PNG."""
    from cielo.app.pictures import panel_png

    with About(plan), typer.progressbar(length=100, label="Drawing", file=sys.stderr) as bar:
        _write(out, panel_png(_plan(plan), dpi, step, tell=lambda share: bar.update(round(100 * share) - bar.pos)))


@app.command()
def proofs(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the folder to write into")],
    dpi: Annotated[float, typer.Option(help="dots to the inch")] = 100,
    moving: Annotated[bool, typer.Option("--moving", help="a moving picture of them too")] = False,
) -> None:
    """The panel after every step, as PNGs: 00.png is bare, 01.png after the first step."""
    from cielo.app import pictures

    with About(plan):
        document = _plan(plan)
        _folder(out)
        count = len(document.steps) + 1
        with typer.progressbar(pictures.proofs(document, dpi), length=count, label="Proofs", file=sys.stderr) as made:
            for done, png in made:
                _write(out / f"{done:02d}.png", png)
        if moving:
            _write(out / "proofs.png", pictures.proofs_moving(document, dpi))


@app.command()
def cut(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the folder to write into")],
    template_format: Annotated[CutFormat, typer.Option("--format", help="svg, pdf, dxf or hpgl")] = CutFormat.svg,
    count: Annotated[int, typer.Option(min=1, max=200, help="for so many cards")] = 1,
    sheet: Annotated[str, typer.Option(help="the sheets that are cut up: letter, twelve, a4, a3 or fifty-seventy")] = "letter",
    cutter: Annotated[
        bool, typer.Option("--cutter", help="send every piece to the simulated cutter, and draw its cut sheets")
    ] = False,
    as_json: AsJson = False,
) -> None:
    """Templates to cut, 1:1, one file each; how they lie on sheets, the envelope, tapes, and what the cutter says."""
    from cielo.app.cutting import cut_each, cut_sheet, lay_out_pieces
    from cielo.exchange.templates import write_template

    with About(plan):
        document = _plan(plan)
        laid = lay_out_pieces(document, count, sheet)
        _folder(out)
        for piece in laid.pieces:
            _write(out / f"{piece.key}.{template_format.value}", write_template(piece, document.units, template_format.value))
        answers = cut_each(laid.pieces) if cutter else ()
        for piece, answer in zip(laid.pieces, answers, strict=False):
            if answer.report:
                _write(out / f"{piece.key}.cut-sheet.svg", cut_sheet(piece))
    if as_json:
        _print_json(_cutting_as_json(laid, answers))
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


@app.command()
def check(
    plan: PlanFile,
    shelf: Annotated[Path | None, typer.Option(help="a Cielo database: is everything on its shelf?")] = None,
    cards: Annotated[int, typer.Option(min=1, max=1000, help="for so many cards")] = 1,
    as_json: AsJson = False,
) -> None:
    """What will go wrong; exit code 1 when anything will."""
    from cielo.core.advice.judge import judge

    supplies = None
    if shelf is not None:
        from cielo.app.shelf import what_is_on_shelf
        from cielo.core.advice.supplies import Supplies
        from cielo.store.database import Store

        if not shelf.is_file():
            raise BadInput(
                "there is no such database.", field="--shelf", mend="Give the file that cielo serve or cielo demo uses."
            )
        store = Store(shelf)
        supplies = Supplies(what_is_on_shelf(store), cards)
        store.close()
    with About(plan):
        document = _plan(plan)
        findings = judge(document, supplies)
    numbers = {step.id: i for i, step in enumerate(document.steps, 1)}
    if as_json:
        _print_json(
            [
                {
                    "code": f.code,
                    "severity": f.severity,
                    "step": numbers[f.step] if f.step else None,
                    "where": {"x_mm": f.where.x_mm, "y_mm": f.where.y_mm} if f.where else None,
                    "message": f.message,
                    "why": f.why,
                    "remedy": f.remedy.label if f.remedy else None,
                    "measure": f.measure or None,
                }
                for f in findings
            ]
        )
    else:
        for f in findings:
            place = f"step {numbers[f.step]}" if f.step else "the card"
            print(f"{place}: {f.severity} {f.code}: {f.message} {f.why}")
            if f.remedy:
                print(f"    Remedy: {f.remedy.label}.")
        if not findings:
            print("Nothing will go wrong that Cielo knows of.")
    if any(f.severity != "remind" for f in findings):
        raise typer.Exit(1)


@app.command()
def order(plan: PlanFile, as_json: AsJson = False) -> None:
    """The order of work, with reasons, and what to move to get there."""
    from cielo.core.sequence.precedence import in_order
    from cielo.core.sequence.reasons import reasons
    from cielo.core.simulation.contact import contact_of
    from cielo.core.wording import say

    with About(plan):
        document = _plan(plan)
        contact = contact_of(document)
        result = in_order(document, contact.meet, contact.reaches_mask)
    why = reasons(result.plan, contact_of(result.plan).meet)
    moves = [{"step": move.step, "reason": move.reason} for move in result.moves]
    if as_json:
        steps = [{"id": step.id, "says": say(result.plan, step), "why": why[step.id]} for step in result.plan.steps]
        _print_json({"steps": steps, "moves": moves})
        return
    for number, step in enumerate(result.plan.steps, 1):
        print(f"{number}. {say(result.plan, step)}\n   {why[step.id]}")
    for move in moves:
        print(f"Moved {move['step']}: {move['reason']}")


@app.command()
def schedule(
    plan: PlanFile,
    cards: Annotated[int, typer.Option(min=1, max=60, help="so many cards")] = 1,
    makers: Annotated[int, typer.Option(min=1, max=9, help="so many makers")] = 1,
    heat_tools: Annotated[int, typer.Option(min=1, max=9, help="so many heat tools")] = 1,
    presses: Annotated[int, typer.Option(min=1, max=9, help="so many presses")] = 1,
    cutters: Annotated[int, typer.Option(min=1, max=9, help="so many cutters")] = 1,
    stencils: Annotated[int, typer.Option(min=1, max=60, help="so many of each stencil")] = 1,
    masks: Annotated[int, typer.Option(min=1, max=60, help="so many of each mask")] = 1,
    start: Annotated[datetime | None, typer.Option(help="when the day begins; 9 in the morning where left out")] = None,
    deadline: Annotated[datetime | None, typer.Option(help="when it must be done")] = None,
    out: Annotated[Path | None, typer.Option(help="write it here, as *.ics or *.csv")] = None,
    as_json: AsJson = False,
) -> None:
    """The day plan: who does which step of which card when, in the shortest time found. Exit code 1 when it is late."""
    from cielo.app.day import DayWish, export_day, plan_day

    begin = start or datetime.combine(datetime.now().date(), datetime.min.time()).replace(hour=9)
    if deadline is not None and deadline <= begin:
        raise BadInput("the deadline lies before the start.", field="--deadline", mend="Give a later one.")
    if out is not None and out.suffix not in (".ics", ".csv"):
        raise BadInput("a day plan is written as *.ics or *.csv.", field="--out", mend="End the name in one of them.")
    with About(plan):
        document = _plan(plan)
        minutes = (deadline - begin).total_seconds() / 60 if deadline else None
        wish = DayWish(cards, makers, heat_tools, presses, cutters, stencils, masks, minutes)
        day = plan_day(document, wish)
    if out is not None:
        _write(out, export_day(document, day, begin, out.suffix[1:]))
    if as_json:
        _print_json(
            {
                "length_s": day.timetable.length_s,
                "shortest": day.timetable.shortest,
                "bound_s": day.timetable.bound_s,
                "late_by_s": day.late_by_s,
                "entries": [vars(entry) for entry in day.entries],
                "brushes": [vars(brush) for brush in day.brushes.brushes],
            }
        )
    elif out is None:
        for entry in day.entries:
            when = f"{begin + timedelta(seconds=entry.start_s):%H:%M}"
            print(f"{when}  card {entry.card}, step {entry.number}, {' and '.join(entry.by) or 'drying'}: {entry.says}")
    if not as_json:
        best = (
            "the shortest there is" if day.timetable.shortest else f"the best found; {day.timetable.bound_s // 60} min at least"
        )
        print(f"{cards} {'card' if cards == 1 else 'cards'} in {day.timetable.length_s / 60:.0f} min, {best}.")
        if day.late_by_s:
            print(f"Late by {day.late_by_s / 60:.0f} min: take another maker or heat tool, or fewer cards.")
    if day.late_by_s:
        raise typer.Exit(1)


@app.command()
def sheet(plan: PlanFile, out: Annotated[Path, typer.Option(help="the PDF to write")]) -> None:
    """The run sheet as PDF: proofs, sentences, tools, timers and boxes to tick."""
    from cielo.app.sheets import run_sheet

    with About(plan):
        _write(out, run_sheet(_plan(plan)))


@app.command()
def schema() -> None:
    """The JSON Schema of plan files."""
    from cielo.exchange.plan_file import plan_schema

    _print_json(plan_schema())


class About:
    """Names the file in every refusal raised inside."""

    def __init__(self, path: Path) -> None:
        self.path = path

    def __enter__(self) -> None:
        return None

    def __exit__(self, _kind: object, error: BaseException | None, _trace: object) -> None:
        if isinstance(error, CieloError):
            field = f"{self.path.name}, {error.field}" if error.field else self.path.name
            kind = Contradiction if isinstance(error, Contradiction) else BadInput
            raise kind(error.reason, field=field, mend=error.mend) from error


def _plan(path: Path) -> Any:
    from cielo.exchange.plan_file import read_plan

    return read_plan(_read(path))


def _read(path: Path) -> bytes:
    from cielo.exchange.reading import LARGEST_BYTES

    try:
        with path.open("rb") as file:
            return file.read(LARGEST_BYTES + 1)
    except OSError as error:
        raise BadInput(f"cannot be read: {error.strerror}.", mend="Check the name and the folder.") from error


def _write(path: Path, data: bytes) -> None:
    try:
        path.write_bytes(data)
    except OSError as error:
        raise BadInput(f"cannot be written: {error.strerror}.", field=str(path), mend="Check the folder.") from error


def _folder(path: Path) -> None:
    try:
        path.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise BadInput(f"cannot be made: {error.strerror}.", field=str(path), mend="Check the folder.") from error


def _data_folder() -> Path:
    from platformdirs import user_data_path

    return user_data_path("cielo", appauthor=False)


def _print_json(document: Any) -> None:
    print(json.dumps(document, indent=2, ensure_ascii=False))
