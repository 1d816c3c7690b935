"""What is done with plan files: predicted, drawn, judged, ordered, scheduled, printed."""

import sys
from datetime import datetime, timedelta
from pathlib import Path
from typing import Annotated, Literal

import typer

from cielo.cli.common import (
    About,
    AsJson,
    PlanFile,
    app,
    finite,
    make_folder,
    plan_of,
    print_json,
    read_file,
    write_file,
)
from cielo.errors import BadInput

# Days that a calendar program reads, with room for the longest batch.
EARLIEST_YEAR, LATEST_YEAR = 1970, 9000


@app.command()
def predict(
    request: Annotated[Path, typer.Argument(metavar="IN.json")],
    out: Annotated[Path | None, typer.Option(help="write to this file, not to the screen")] = None,
) -> None:
    """Predict the colour of inks laid over each other on a stock."""
    from cielo.exchange.predict_contract import PredictRequest
    from cielo.exchange.predict_contract import predict as answer
    from cielo.exchange.reading import read_json

    with About(request):
        response = answer(read_json(PredictRequest, read_file(request), what="request"))
    text = response.model_dump_json(indent=2)
    if out is None:
        print(text)
    else:
        write_file(out, (text + "\n").encode())


@app.command()
def render(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the PNG to write")],
    dpi: Annotated[float, typer.Option(callback=finite, help="dots per inch")] = 300,
    step: Annotated[int | None, typer.Option(help="after this many steps; all if left out")] = None,
    piece: Annotated[str | None, typer.Option(help="a piece of the card by its key, not the panel")] = None,
    together: Annotated[bool, typer.Option("--together", help="the whole card put together, up to 300 dots per inch")] = False,
    deep: Annotated[bool, typer.Option("--deep", help="16 bits to a channel, for a print shop; the ground alone")] = False,
) -> None:
    """Save the predicted panel, a piece of the card, or the whole card, as a PNG."""
    from cielo.app.pictures import assembled_png, deep_png, panel_png
    from cielo.core.plan import plan_of_piece

    if together and deep:
        raise BadInput("16 bits are for the ground alone.", field="deep", mend="Leave out --deep, or --together.")
    if together:
        with About(plan):
            write_file(out, assembled_png(plan_of(plan), dpi))
        return
    with About(plan), typer.progressbar(length=100, label="Drawing", file=sys.stderr) as bar:
        drawn = deep_png if deep else panel_png
        write_file(
            out,
            drawn(
                plan_of_piece(plan_of(plan), piece) if piece else plan_of(plan),
                dpi,
                step,
                tell=lambda share: bar.update(round(100 * share) - bar.pos),
            ),
        )


@app.command()
def marks(
    out: Annotated[Path, typer.Option(help="the PNG to write")],
    dpi: Annotated[float, typer.Option(callback=finite, min=20, max=300, help="dots per inch")] = 150,
) -> None:
    """Save every tool's mark on one sheet, to lay beside the real thing."""
    from cielo.demo.marks import marks as all_marks
    from cielo.exchange.mark_sheet import write_mark_sheet

    write_file(out, write_mark_sheet(all_marks(dpi), dpi))


@app.command()
def proofs(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the folder to write into")],
    dpi: Annotated[float, typer.Option(callback=finite, help="dots per inch")] = 100,
    moving: Annotated[bool, typer.Option("--moving", help="an animation of them too")] = False,
) -> None:
    """Save the panel after every step as PNGs: 00.png is bare, 01.png is after step 1."""
    from cielo.app import pictures

    with About(plan):
        document = plan_of(plan)
        make_folder(out)
        count = len(document.steps) + 1
        with typer.progressbar(pictures.proofs(document, dpi), length=count, label="Proofs", file=sys.stderr) as made:
            for done, png in made:
                write_file(out / f"{done:02d}.png", png)
        if moving:
            write_file(out / "proofs.png", pictures.proofs_moving(document, dpi))


@app.command()
def check(
    plan: PlanFile,
    shelf: Annotated[Path | None, typer.Option(help="a Cielo database, to check that you have everything")] = None,
    cards: Annotated[int, typer.Option(min=1, max=1000, help="how many cards")] = 1,
    as_json: AsJson = False,
) -> None:
    """Find what will go wrong, and how to fix it. Exit code 1 if anything will."""
    from cielo.core.advice.judge import judge

    supplies = None
    if shelf is not None:
        from cielo.app.shelf import what_is_on_shelf
        from cielo.core.advice.supplies import Supplies
        from cielo.store.database import looked_at

        with looked_at(shelf) as store:
            supplies = Supplies(what_is_on_shelf(store), cards)
    with About(plan):
        document = plan_of(plan)
        findings = judge(document, supplies)
    numbers = {step.id: i for i, step in enumerate(document.steps, 1)}
    if as_json:
        print_json(
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
            print("No problems found.")
    if any(f.severity != "remind" for f in findings):
        raise typer.Exit(1)


@app.command()
def order(
    plan: PlanFile,
    out: Annotated[Path | None, typer.Option(help="the plan file to write")] = None,
    as_json: AsJson = False,
) -> None:
    """Sort the steps, and say why each one moved."""
    from cielo.app.run_aloud import run_aloud
    from cielo.core.order.arrange import in_order
    from cielo.core.plan import kept_under
    from cielo.exchange.plan_file import write_plan

    with About(plan):
        result = in_order(plan_of(plan))
    if out is not None:
        write_file(out, write_plan(result.plan))
    lines = run_aloud(result.plan)
    if as_json:
        steps = [{"id": line.step, "part": line.part, "says": line.says, "why": line.why} for line in lines]
        changes = [{"step": one.step, "part": one.part, "did": one.did, "reason": one.reason} for one in result.changes]
        print_json({"steps": steps, "changes": changes})
        return
    for number, line in enumerate(lines, 1):
        of = f"The {line.name}: " if line.part else ""
        print(f"{number}. {of}{line.says}\n   {line.why}")
    for change in result.changes:
        print(f"{change.did.capitalize()} {kept_under(change.part, change.step)}: {change.reason}")


@app.command()
def upgrade(plan: PlanFile, out: Annotated[Path, typer.Option(help="the plan file to write")]) -> None:
    """Convert a plan file from an earlier version. It still makes the same card."""
    from cielo.exchange.plan_file import write_plan

    with About(plan):
        write_file(out, write_plan(plan_of(plan)))
    print(f"Saved to {out}.")


@app.command()
def schedule(
    plan: PlanFile,
    cards: Annotated[int, typer.Option(min=1, max=60, help="how many cards")] = 1,
    makers: Annotated[int, typer.Option(min=1, max=9, help="how many people")] = 1,
    heat_tools: Annotated[int, typer.Option(min=1, max=9, help="how many heat tools")] = 1,
    presses: Annotated[int, typer.Option(min=1, max=9, help="how many presses")] = 1,
    cutters: Annotated[int, typer.Option(min=1, max=9, help="how many cutters")] = 1,
    stencils: Annotated[int, typer.Option(min=1, max=60, help="how many of each stencil")] = 1,
    masks: Annotated[int, typer.Option(min=1, max=60, help="how many of each mask")] = 1,
    start: Annotated[datetime | None, typer.Option(help="when you start; 9 in the morning if left out")] = None,
    deadline: Annotated[datetime | None, typer.Option(help="when it must be done")] = None,
    out: Annotated[Path | None, typer.Option(help="save it as *.ics or *.csv")] = None,
    as_json: AsJson = False,
) -> None:
    """Plan the day: who does which step of which card, and when. Exit code 1 if it ends late."""
    from cielo.app.day import DayWish, export_day, plan_day

    if start is not None and not EARLIEST_YEAR <= start.year <= LATEST_YEAR:
        raise BadInput(
            f"no card is made in {start.year}.", field="--start", mend=f"Give a day from {EARLIEST_YEAR} to {LATEST_YEAR}."
        )
    begin = start or datetime.combine(datetime.now().date(), datetime.min.time()).replace(hour=9)
    if deadline is not None and deadline <= begin:
        raise BadInput("the deadline lies before the start.", field="--deadline", mend="Give a later one.")
    if out is not None and out.suffix not in (".ics", ".csv"):
        raise BadInput("a day plan is written as *.ics or *.csv.", field="--out", mend="End the name in one of them.")
    with About(plan):
        document = plan_of(plan)
        minutes = (deadline - begin).total_seconds() / 60 if deadline else None
        wish = DayWish(cards, makers, heat_tools, presses, cutters, stencils, masks, minutes)
        day = plan_day(document, wish)
    if out is not None:
        write_file(out, export_day(document, day, begin, out.suffix[1:]))
    if as_json:
        print_json(
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
            print(f"Late by {day.late_by_s / 60:.0f} min: add a person or a heat tool, or make fewer cards.")
    if day.late_by_s:
        raise typer.Exit(1)


@app.command()
def sheet(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the PDF to write")],
    paper: Annotated[
        Literal["letter", "a4", "a5"] | None,
        typer.Option(help="paper size; letter for inches and A4 for centimetres if left out"),
    ] = None,
    less_ink: Annotated[bool, typer.Option("--less-ink", help="small, pale pictures")] = False,
) -> None:
    """Save the run sheet as a PDF: what to get ready, and every step with its picture and a box to tick."""
    from cielo.app.sheets import run_sheet

    with About(plan):
        write_file(out, run_sheet(plan_of(plan), paper=paper, saving=less_ink))


@app.command()
def where(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the PDF to write")],
    step: Annotated[str | None, typer.Option(help="only for this step of the panel, by its id")] = None,
) -> None:
    """Save a placing template as a PDF: where prints, sheets and pieces go, at real size, with crosses to prick through."""
    from cielo.app.sheets import placing_template

    with About(plan):
        write_file(out, placing_template(plan_of(plan), step))


@app.command()
def page(plan: PlanFile, out: Annotated[Path, typer.Option(help="the file to write, *.html or *.pdf")]) -> None:
    """Save the card as a page to print or send: picture, inks and steps. As HTML it is one file that opens anywhere."""
    from cielo.app.sheets import card_page
    from cielo.exchange.card_page import write_html, write_pdf

    if out.suffix.lower() not in (".html", ".pdf"):
        raise BadInput("a page is HTML or PDF.", field="--out", mend="Call it .html or .pdf.")
    with About(plan):
        made = card_page(plan_of(plan))
    write_file(out, write_html(made) if out.suffix.lower() == ".html" else write_pdf(made))


@app.command()
def schema() -> None:
    """Print the JSON Schema of plan files."""
    from cielo.exchange.plan_file import plan_schema

    print_json(plan_schema())
