"""What no hand can do, by command: things that stand out, figures spread, a wish answered, what is left used up."""

import sys
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Any

import typer

from cielo.cli.common import About, AsJson, PlanFile, app, finite, make_folder, plan_of, print_json, write_file
from cielo.cli.inks import Shelf, inks_or_usual
from cielo.errors import BadInput

if TYPE_CHECKING:
    from cielo.core.plan import Plan
    from cielo.core.solvers.wish import Proposed

OutFile = Annotated[Path, typer.Option(help="the plan file to write")]
OutFolder = Annotated[Path, typer.Option(help="the folder to write plans into")]


@app.command()
def show(
    plan: PlanFile,
    step: Annotated[str, typer.Option(help="the step that is to stand out")],
    out: OutFile,
    contrast: Annotated[
        float,
        typer.Option(callback=finite, min=1, max=100, help="by how much, CIEDE2000: 7 tone on tone, 25 plainly, 45 strongly"),
    ] = 25.0,
    tone: Annotated[bool, typer.Option("--tone", help="only in the hue of its ground")] = False,
    shelf: Shelf = None,
    as_json: AsJson = False,
) -> None:
    """Find the ink and the passes that make a step stand out as much as you like, and save the closest."""
    from cielo.core.solvers.show import show_it
    from cielo.exchange.plan_file import write_plan

    with About(plan), typer.progressbar(length=100, label="Trying inks", file=sys.stderr) as bar:
        document: Plan = plan_of(plan)
        ways = show_it(document, step, contrast, inks_or_usual(document, shelf), tone,
                       tell=lambda share: bar.update(round(100 * share) - bar.pos))  # fmt: skip
    if not ways:
        raise BadInput(
            "no ink here brings it out without an alarm.", field="--contrast", mend="Ask for another contrast, or give --shelf."
        )
    write_file(out, write_plan(ways[0].plan))
    if as_json:
        print_json(
            [{"step": w.step, "ink": w.ink.key, "touch": w.touch, "passes": w.passes, "contrast": w.contrast} for w in ways]
        )
        return
    for way in ways:
        print(
            f"{way.ink.name}, {way.touch}, {way.passes} pass{'es' if way.passes > 1 else ''}: it stands out by {way.contrast:.0f}."
        )
    print(f"The first is saved to {out}.")


@app.command()
def place(
    plan: PlanFile,
    out: OutFile,
    step: Annotated[str | None, typer.Option(help="spread the prints of this step")] = None,
    piece: Annotated[str | None, typer.Option(help="or thread this piece between the figures")] = None,
    as_json: AsJson = False,
) -> None:
    """Spread prints evenly, whole and clear of the words, or thread a strip between them."""
    from cielo.core.solvers.place import spread_evenly, thread_strip
    from cielo.exchange.plan_file import write_plan

    if (step is None) == (piece is None):
        raise BadInput("either a step or a piece is wanted.", field="--step", mend="Give --step ID or --piece KEY.")
    with About(plan):
        document: Plan = plan_of(plan)
        if step is not None:
            spread = spread_evenly(document, step)
            document, told = spread.plan, {"before": spread.before, "after": spread.after}
        else:
            document = thread_strip(document, str(piece))
            told = {"y_mm": next(one.y_mm for one in document.pieces if one.key == piece)}
    write_file(out, write_plan(document))
    if as_json:
        print_json(told)
    elif step is not None:
        print(f"The smallest gap is now {told['after']:.1f} mm (before: {told['before']:.1f} mm). Saved to {out}.")
    else:
        print(f"Its middle is now {told['y_mm']:.1f} mm from the top. Saved to {out}.")


@app.command()
def wish(
    plan: PlanFile,
    out: OutFolder,
    words: Annotated[str, typer.Option(help="colours and mood, for example: dusk, from warm to cold")] = "",
    minutes: Annotated[float | None, typer.Option(callback=finite, min=1, max=1440, help="how long you have")] = None,
    focal: Annotated[str | None, typer.Option(help="what is to stand out on it: dark or light")] = None,
    use_up: Annotated[str, typer.Option(help="inks to use up, as KEY,KEY")] = "",
    shelf: Shelf = None,
    as_json: AsJson = False,
) -> None:
    """Suggest three grounds for the colours and mood you describe, on the plan's card and stock."""
    from cielo.core.solvers.wish import Wish, blank_of, grounds_for, unknown_words

    if focal not in (None, "dark", "light"):
        raise BadInput(f"{focal!r} is neither.", field="--focal", mend="Say dark or light.")
    keys = tuple(key.strip() for key in use_up.split(",") if key.strip())
    with About(plan), typer.progressbar(length=100, label="Looking", file=sys.stderr) as bar:
        document: Plan = plan_of(plan)
        wanted = Wish(words, minutes, focal, keys)  # type: ignore[arg-type]
        inks = inks_or_usual(document, shelf)
        unknown_inks = [key for key in keys if key not in {ink.key for ink in inks}]
        if unknown_inks:
            raise BadInput(
                f"there is no ink {unknown_inks[0]!r}.",
                field="--use-up",
                mend=f"Give keys of these: {', '.join(ink.key for ink in inks[:12])}.",
            )
        proposed = grounds_for(wanted, blank_of(document), inks, tell=lambda share: bar.update(round(100 * share) - bar.pos))
    listed = _written(out, proposed)
    if as_json:
        print_json(listed)
        return
    _print_proposed(listed)
    if unknown := unknown_words(words):
        print(f"Not understood: {', '.join(unknown)}.")


@app.command()
def use_up(
    plan: PlanFile,
    out: OutFolder,
    count: Annotated[int, typer.Option(min=1, max=200, help="how many cards are cut")] = 1,
    sheet: Annotated[str, typer.Option(help="sheet size")] = "letter",
    shelf: Shelf = None,
    as_json: AsJson = False,
) -> None:
    """Plan a second card from the leftovers of the first."""
    from cielo.app.cutting import lay_out_pieces
    from cielo.core.solvers.use_up import second_cards

    with About(plan):
        document: Plan = plan_of(plan)
        stocks = lay_out_pieces(document, count, sheet).stocks
        offcuts = [o for stock in stocks if stock.of == document.stock.name for nested in stock.sheets for o in nested.offcuts]
        seconds = second_cards(document, offcuts, {}, inks_or_usual(document, shelf))
    listed = _written(out, [one.proposed for one in seconds])
    if as_json:
        print_json(listed)
    else:
        _print_proposed(listed)


def _written(out: Path, proposed: "list[Proposed] | tuple[Proposed, ...]") -> list[dict[str, Any]]:
    from cielo.exchange.plan_file import write_plan

    make_folder(out)
    listed: list[dict[str, Any]] = []
    for number, one in enumerate(proposed, 1):
        file = out / f"{number}-{one.ground.key}.cielo.json"
        write_file(file, write_plan(one.plan))
        listed.append(
            {"file": str(file), "ground": one.ground.key, "minutes": one.minutes, "apart": one.apart, "why": list(one.why)}
        )
    return listed


def _print_proposed(listed: list[dict[str, Any]]) -> None:
    for line in listed:
        print(f"{line['file']}: {' '.join(line['why'])}")
    if not listed:
        print("No ground makes that without a problem. More time, other words or more inks would help.")


@app.command()
def trainer(
    plan: PlanFile,
    seed: Annotated[int, typer.Option(min=0, help="the same number asks the same question")] = 0,
    kind: Annotated[str, typer.Option(help="crossing, order, mud, passes or line")] = "crossing",
    answer: Annotated[str, typer.Option(help="your answer, counted from 1; for an order all of them: 3,1,2,4")] = "",
    shelf: Shelf = None,
    as_json: AsJson = False,
) -> None:
    """Ask a question about your inks on the plan's stock, or check your answer to it."""
    from cielo.core.solvers.trainer import KIND_WORDS, ask, mark

    if kind not in KIND_WORDS:
        raise BadInput(f"there is no question {kind!r}.", field="--kind", mend=f"Choose one of: {', '.join(KIND_WORDS)}.")
    with About(plan):
        document: Plan = plan_of(plan)
        inks = inks_or_usual(document, shelf)
        question = ask(kind, document.stock, inks, seed)
        given = _numbers(answer)
        marked = mark(kind, document.stock, inks, seed, given) if answer else None
    if as_json:
        told: dict[str, Any] = {"asks": question.asks, "choices": [choice.words for choice in question.choices]}
        if marked is not None:
            told |= {"off": marked.off, "score": marked.score, "truth": [n + 1 for n in marked.truth]}
        print_json(told)
        return
    print(question.asks)
    for number, choice in enumerate(question.choices, 1):
        print(f"  {number}  {choice.words} {' '.join(choice.hexes)}")
    if marked is not None:
        print(f"{'Right.' if marked.score == 1 else f'Not quite: {marked.off:.0f} away.'} {marked.words}")


def _numbers(text: str) -> tuple[int, ...]:
    try:
        return tuple(int(part) - 1 for part in text.split(",") if part.strip())
    except ValueError:
        raise BadInput(f"{text!r} is no answer.", field="--answer", mend="Give a number, such as 2, or 3,1,2,4.") from None
