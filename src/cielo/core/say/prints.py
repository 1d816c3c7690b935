"""Prints in words: images and letters at their places, and what to know of them."""

from collections import Counter
from collections.abc import Iterator

from shapely import box, union_all

from cielo.core.geometry.lettering import has_letter, longest_round
from cielo.core.geometry.motifs import NAMES
from cielo.core.geometry.printing import called_prints, image_name, prints_of
from cielo.core.geometry.spreading import SIZES, spread_motifs
from cielo.core.plan import At, Brush, Face, InPrint, Motifs, Plan, Print, Words, called_here
from cielo.core.say.part import Part, said, shown, softly
from cielo.core.say.places import say_places
from cielo.core.say.shade import shade_parts
from cielo.core.units import Units, inches, join_words

FACE_WORDS: dict[Face, str] = {"plain": "plain letters", "roman": "roman letters", "script": "script"}
RANKS = ("large", "middle", "small")


def printed_parts(plan: Plan, region: Print | Motifs | Words | InPrint) -> Iterator[Part]:
    """What is printed, or the prints that are gone into."""
    match region:
        case Print():
            yield from _print(plan, region)
        case Motifs():
            yield from _motifs(region, plan.units)
        case Words():
            yield from _words(region, plan.units)
        case InPrint():
            yield from _in_print(plan, region)


def _print(plan: Plan, region: Print) -> Iterator[Part]:
    """An image at its places."""
    units = plan.units
    yield Part(": the ")
    yield Part(image_name(region.image), "region.image", "image")
    yield Part(", ")
    yield Part(said(region.size_mm, units), "region.size_mm", "length")
    yield Part(" along its longer side, ")
    yield Part("as a line" if region.line_mm else "solid", "region.line_mm", "line")
    if region.line_mm:
        yield Part(" of ")
        yield Part(said(region.line_mm, units), "region.line_mm", "length")
    if region.stands:
        yield Part(", ")
        yield Part("standing" if region.stands == "stands" else "hanging", "region.stands", "stands")
    if region.front:
        yield Part(", in front of what else is printed")
    if region.texture:
        yield Part(", only as a texture behind the rest")
    if len(region.places) == 1:
        yield Part(", its middle ")
        yield from _place(region.places[0], units)
    else:
        yield Part(", ")
        yield Part(f"at {len(region.places)} places", "region.places", "places")
        if told := say_places(plan.card, [(at.x_mm, at.y_mm) for at in region.places], units):
            yield Part(f" ({told})")


def _place(at: At, units: Units) -> Iterator[Part]:
    yield Part(said(at.x_mm, units), "region.places.0.x_mm", "length")
    yield Part(" from the left and ")
    yield Part(said(at.y_mm, units), "region.places.0.y_mm", "length")
    yield Part(" from the top, ")
    yield Part(f"turned {at.angle_deg:g}°" if at.angle_deg else "upright", "region.places.0.angle_deg", "angle")
    if at.flipped:
        yield Part(", ")
        yield Part("mirrored", "region.places.0.flipped", "flipped")


def _words(words: Words, units: Units) -> Iterator[Part]:
    """Words, their letters and where they stand."""
    yield Part(": ")
    yield Part(f"“{words.text.replace(chr(10), ' / ')}”", "region.text", "text")
    yield Part(" in ")
    yield Part(FACE_WORDS[words.face], "region.face", "face")
    yield Part(", capitals ")
    yield Part(said(words.height_mm, units), "region.height_mm", "length")
    yield Part(" high, ")
    if words.round_mm:
        yield Part("round a circle of ")
        yield Part(said(words.round_mm, units), "region.round_mm", "length")
        yield Part(" about a point ")
    else:
        yield Part("its middle ")
    yield Part(said(words.x_mm, units), "region.x_mm", "length")
    yield Part(" from the left and ")
    yield Part(said(words.y_mm, units), "region.y_mm", "length")
    yield Part(" from the top")
    if words.angle_deg:
        yield Part(", turned ")
        yield Part(f"{words.angle_deg:g}°", "region.angle_deg", "angle")
    if words.texture:
        yield Part(", only as a texture behind the rest")


def _motifs(region: Motifs, units: Units) -> Iterator[Part]:
    """An image thrown, or three in a triangle."""
    yield Part(": ")
    if region.arrangement == "scattered":
        yield Part(str(region.count), "region.count", "count")
        yield Part(" large ")
    yield Part(NAMES[region.motif], "region.motif", "motif")
    yield Part(" motifs " if region.arrangement == "scattered" else " ")
    yield Part(said(region.size_mm, units), "region.size_mm", "length")
    yield Part(" across, ")
    if region.front:
        yield Part("in front of what else is printed, ")
    if region.arrangement == "triangle":
        yield Part("three in a triangle", "region.arrangement", "arrangement")
        return
    yield Part("smaller ones in the gaps", "region.arrangement", "arrangement")
    yield Part(", ")
    if region.gap_mm < 0 and shown(-region.gap_mm, units):
        apart = f"over each other by {softly(-region.gap_mm, units)} at most"
    elif not shown(region.gap_mm, units):
        apart = "touching at most"
    elif region.gap_mm < inches(1 / 8):
        apart = "close together"
    else:
        apart = f"{softly(region.gap_mm, units)} apart at least"
    yield Part(apart, "region.gap_mm", "length")


def _in_print(plan: Plan, region: InPrint) -> Iterator[Part]:
    printed = plan.steps[plan.index_of(region.step)]
    what = (
        called_prints(printed.region)
        if isinstance(printed, Brush) and isinstance(printed.region, Print | Motifs | Words)
        else "print"
    )
    words = isinstance(printed, Brush) and isinstance(printed.region, Words)
    one = words or (isinstance(printed, Brush) and isinstance(printed.region, Print) and len(printed.region.places) == 1)
    yield Part(" inside ")
    if one and not region.only:
        yield Part("the", "region.only", "prints")
        yield Part(f" {what} of ")
    elif region.only:
        yield Part(f"{'one' if len(region.only) == 1 else len(region.only)} of the", "region.only", "prints")
        yield Part(f" {what} prints of ")
    else:
        yield Part("each", "region.only", "prints")
        yield Part(f" {what} of ")
    yield Part(f"step {plan.index_of(region.step) + 1}", "region.step", "printed")
    yield from shade_parts(region.shaded_from, {})


def print_facts(plan: Plan, step: Brush) -> tuple[str, ...]:
    """What to know of the prints of a step: how many of each size, how large words come out, how much of the panel they cover."""
    return tuple(_facts(plan, step))


def _facts(plan: Plan, step: Brush) -> Iterator[str]:
    region, units = step.region, plan.units
    assert isinstance(region, Print | Motifs | Words)
    width, height = plan.card.panel_width_mm, plan.card.panel_height_mm
    shapes = prints_of(region, width, height, step.seed)
    if isinstance(region, Motifs) and region.arrangement == "scattered":
        sizes = Counter(round(placed.size_mm, 6) for placed in spread_motifs(region, width, height, step.seed))
        ranks = [(rank, region.size_mm * share) for rank, (share, _) in zip(RANKS, SIZES, strict=True)]
        counts = [f"{sizes[round(mm, 6)]} {rank} of {said(mm, units)}" for rank, mm in ranks if sizes[round(mm, 6)]]
        yield f"It falls as {join_words(counts)}."
    if isinstance(region, Words):
        left, top, right, bottom = shapes[0].bounds
        yield f"The words are {said(right - left, units)} long and {said(bottom - top, units)} high."
        missing = [letter for letter in dict.fromkeys(region.text) if letter not in "\n " and not has_letter(region.face, letter)]
        if missing:
            yield f"These letters are not in this face, and leave a gap: {' '.join(missing)}."
        if region.round_mm and longest_round(region) > 1:
            yield "They are longer than their circle, and run over their own beginning."
        return
    share = union_all(shapes).intersection(box(0, 0, width, height)).area / (width * height)
    much = f"{share:.0%}" if share >= 0.005 else "less than 1%"
    yield f"{'It covers' if len(shapes) == 1 else 'They cover'} {much} of the {called_here(plan)}."
