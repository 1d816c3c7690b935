"""Photographs of cards by command: one taken by the camera stand-in, one compared with its prediction."""

import sys
from pathlib import Path
from typing import Annotated

import typer

from cielo.cli.common import About, AsJson, PlanFile, app, finite, plan_of, print_json, read_file, write_file


@app.command()
def photograph(
    plan: PlanFile,
    out: Annotated[Path, typer.Option(help="the JPEG to write")],
    seed: Annotated[int, typer.Option(min=0, help="the same number gives the same photograph")] = 0,
    hand: Annotated[
        float, typer.Option(callback=finite, min=0.2, max=4.0, help="how strong a hand: 1 is usual, 1.2 lays a fifth more")
    ] = 1.0,
) -> None:
    """Simulate a photograph of the finished card: colour cast, uneven light, tilt and noise."""
    from cielo.app.photographs import photographed

    with About(plan):
        write_file(out, photographed(plan_of(plan), seed, hand))


@app.command()
def compare(
    plan: PlanFile,
    photo: Annotated[Path, typer.Argument(metavar="PHOTO", help="a photograph of the card on a table")],
    as_json: AsJson = False,
) -> None:
    """Compare a photograph of the card with its prediction: where they differ, how strong the hand was, and which inks lay or crossed
    differently."""
    from cielo.app.photographs import compared_with
    from cielo.core.photo.compare import lesson_of
    from cielo.core.say import say_pad_beside, say_pair
    from cielo.exchange.photo import LARGEST_BYTES

    with About(plan):
        document = plan_of(plan)
    with About(photo), typer.progressbar(length=100, label="Comparing", file=sys.stderr) as bar:
        seen = compared_with(document, read_file(photo, LARGEST_BYTES))
        lesson = lesson_of(document, seen, lambda share: bar.update(round(100 * share) - bar.pos))
    if as_json:
        print_json(
            {
                "corners": [[round(float(x), 1), round(float(y), 1)] for x, y in seen.corners],
                "regions": [
                    {
                        "where": region.where,
                        "predicted": [round(v, 2) for v in region.predicted],
                        "photographed": [round(v, 2) for v in region.photographed],
                        "difference": region.difference,
                    }
                    for region in seen.regions
                ],
                "hand": lesson.hand,
                "mean_difference": seen.mean_difference,
            }
        )
        return
    for region in seen.regions:
        print(region.words)
    names = {ink.key: ink.name for ink in document.inks}
    for pad in lesson.pads:
        print(say_pad_beside(names[pad.ink], pad.lays))
    for pair in lesson.pairs:
        print(say_pair(names[pair.bottom], names[pair.top], pair.lab, pair.predicted))
    print(f"On average {seen.mean_difference:.1f} from the prediction; the hand lays {lesson.hand:.2f} of what was planned.")
