"""Every ground a maker may start from (trade.md, techniques a to x): from a panel, a stock and inks to steps that make sense.

Each builder takes a Brief, whose inks are sorted light to dark on that stock, and gives masks and steps; ``lay_out`` numbers the steps.
The dryings, wipes and clean tools that their order asks for are set by ``order.derive.with_derived``.
All measures follow from the panel's size. Common practice, no source.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from cielo.core.materials import Ink, InkKind, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.plan import (
    Brush,
    Card,
    Disc,
    LayMask,
    LiftMask,
    Plan,
    with_sheets_named,
)
from cielo.core.sequence.grounds.blended import banded, meeting_blend, night_vignette, there_and_back
from cielo.core.sequence.grounds.brief import ASIDE, Brief, Family, Sketch
from cielo.core.sequence.grounds.masked import (
    edge_flipped,
    halo_and_moon,
    hills_in_ranks,
    horizon_glow,
    mask_edge_abstract,
    masked_strip,
    two_zones,
)
from cielo.core.sequence.grounds.resist import clear_resist, emboss_resist, spotlight
from cielo.core.sequence.grounds.ruler import mask_on_ruler, step_on_ruler
from cielo.core.sequence.grounds.stamped import leftovers, patches_overprint, triangle_and_words
from cielo.core.sequence.grounds.stencilled import (
    motif_by_motif,
    on_coloured_stock,
    pigment_tone,
    stencil_as_mask,
    stencil_over_blend,
    stencil_shaded,
)
from cielo.core.sequence.grounds.wet import alcohol_flow, dropped_in, smoosh_dry, smoosh_wet, water_drops
from cielo.core.sequence.lightness import light_to_dark, seen_on
from cielo.core.units import Units
from cielo.errors import BadInput

__all__ = ["ASIDE", "GROUNDS", "Brief", "Ground", "Sketch", "lay_out"]


# Grounds that are built round a disc of their own, and those that are laid past a round mask as well as without.
OWN_DISC, KEEPS_DISC = ("halo-and-moon", "horizon-glow"), ("blended", "smooshed", "water")


@dataclass(frozen=True)
class Ground:
    """A ground to start from.

    fewest, most : how many colours it takes.
    needs : kinds of special ink it must have beside them.
    suits : what it asks of stock and ink, in words.
    disc : what becomes of a round mask of the card: "kept" while the ground is laid, or the ground has a round mask of its "own", or
        it has no place for one.
    """

    key: str
    name: str
    family: Family
    hint: str
    build: Callable[[Brief], Sketch]
    fewest: int = 2
    most: int = 5
    needs: tuple[InkKind, ...] = ()
    suits: str = ""

    @property
    def disc(self) -> Literal["kept", "own", "none"]:
        if self.key in OWN_DISC:
            return "own"
        return "kept" if self.family in KEEPS_DISC else "none"


def _so_many(ground: Ground) -> str:
    """How many colours a ground takes: "one colour", "3 colours", "2 to 5 colours"."""
    if ground.fewest == ground.most:
        return "one colour" if ground.most == 1 else f"{ground.most} colours"
    return f"{ground.fewest} to {ground.most} colours"


def lay_out(
    title: str, units: Units, card: Card, stock: Stock, inks: Sequence[Ink], ground_key: str, disc: Disc | None = None
) -> Plan:
    """A plan of one of GROUNDS; ``disc``: a round mask to be kept bare, where the ground has a place for one.

    Raises BadInput for an unknown ground or inks that it cannot be made of.
    """
    ground = GROUNDS.get(ground_key)
    if ground is None:
        raise BadInput(f"there is no ground {ground_key!r}.", field="ground", mend=f"Choose one of: {', '.join(GROUNDS)}.")
    colours = tuple(ink for ink in inks if ink.kind not in ASIDE)
    aside = _that_show(stock, colours, [ink for ink in inks if ink.kind in ASIDE])
    if not ground.fewest <= len(colours) <= ground.most:
        raise BadInput(
            f"{ground.name} takes {_so_many(ground)}, not {len(colours)}.",
            field="inks",
            mend="Choose inks that neighbour each other: light, middle, dark.",
        )
    missing = [kind for kind in ground.needs if kind not in aside]
    if missing:
        raise BadInput(f"{ground.name} takes a {missing[0]} too.", field="inks", mend="Choose one from the shelf.")
    ordered = light_to_dark(stock.paper, colours)
    sketch = ground.build(Brief(title, units, card, stock, ordered, aside))
    used = {step.ink for step in sketch.steps if isinstance(step, Brush)} | {piece.ink for piece in sketch.focal}
    kept = tuple(ink for ink in (*ordered, *aside.values()) if ink.key in used or ink in colours)
    steps, laid = sketch.steps, sketch.masks
    if disc is not None and ground.disc == "kept":
        steps, laid = (LayMask("", disc.key), *steps, LiftMask("", disc.key)), (*laid, disc)
    numbered = tuple(replace(step_on_ruler(step, card, units), id=f"s{n}") for n, step in enumerate(steps, 1))
    masks = with_sheets_named([mask_on_ruler(mask, units) for mask in laid])
    return Plan(title, units, card, stock, kept, masks, numbered, sketch.focal)


def _that_show(stock: Stock, colours: Sequence[Ink], special: Sequence[Ink]) -> dict[InkKind, Ink]:
    """Of each special kind the ink that stands out most from the ground's darkest colour, or from the stock where it has no colours."""
    ground = seen_on(stock.paper, min(colours, key=lambda ink: seen_on(stock.paper, ink)[0])) if colours else stock.paper.lab
    best: dict[InkKind, Ink] = {}
    for ink in sorted(special, key=lambda ink: (-float(ciede2000(seen_on(stock.paper, ink), ground)), ink.key)):
        best.setdefault(ink.kind, ink)
    return best


_ALL = (
    Ground("meeting-blend", "Meeting blend", "blended", "two inks from opposite edges, tied by a thin wash", meeting_blend, 2, 2),
    Ground("banded-gradient", "Banded gradient", "blended", "light to dark in bands, the lighter again over the seams", banded),
    Ground("there-and-back", "There and back", "blended", "a thin pass of all one way, heavier ones back", there_and_back, 2, 5),
    Ground("halo-and-moon", "Halo and moon", "masked", "ink built round a disc, the disc tinted like a ball", halo_and_moon, 2, 4),
    Ground("night-vignette", "Night vignette", "blended", "darkest at the edges and corners; stars with white", night_vignette, 3, 5),
    Ground("horizon-glow", "Horizon glow", "masked", "a sun low down, bands above, dark land below", horizon_glow, 3, 5),
    Ground("hills-in-ranks", "Hills in ranks", "masked", "rank behind rank, paler further off", hills_in_ranks, 3, 5),
    Ground("mask-edge-abstract", "Mask-edge abstract", "masked", "edges at any angle, then misted", mask_edge_abstract, 2, 5,
           suits="ink that water moves"),
    Ground("masked-strip", "Masked strip", "masked", "two tapes, a leaf kept bare, three inks that meet", masked_strip, 3, 3),
    Ground("two-zones", "Wall and floor", "masked", "two zones, each masked in turn", two_zones, 2, 3),
    Ground("stencil-over-blend", "Stencil over a blend", "stencilled", "the darkest through a stencil", stencil_over_blend, 2, 5),
    Ground("stencil-shaded", "Shaded stencil", "stencilled", "light in every opening, darker at one side", stencil_shaded, 2, 3),
    Ground("motif-by-motif", "Motif by motif", "stencilled", "one flower at a time with a dauber", motif_by_motif, 2, 4),
    Ground("stencil-as-mask", "Stencil moved as a mask", "stencilled", "print it, protect it, rays behind it", stencil_as_mask, 2, 4),
    Ground("edge-flipped", "Edge-flipped clouds", "masked", "one cloud edge turned round and round, pale to dark", edge_flipped, 3, 5),
    Ground("smoosh-dry", "Smoosh, dried between", "smooshed", "blots that stay clean over each other", smoosh_dry),
    Ground("smoosh-wet", "Smoosh, wet together", "smooshed", "blots that mix where they meet", smoosh_wet),
    Ground("emboss-resist", "Emboss resist", "resist", "powder sheds the ink; wipe, and it shows", emboss_resist, 2, 4, ("powder",)),
    Ground("clear-resist", "Clear resist", "resist", "clear powder keeps the pale ink under it", clear_resist, 2, 3, ("clear",)),
    Ground("spotlight", "Spotlight", "resist", "discs kept plain, ink round them, one print over all", spotlight, 2, 4),
    Ground("patches-overprint", "Patches and overprint", "stamped", "dabs until nothing is bare, motifs over", patches_overprint, 3, 5),
    Ground("water-drops", "Water drops", "water", "drops lift the ink and leave rims", water_drops, 2, 5, suits="ink that water moves"),
    Ground("dropped-in", "Dropped into water", "water", "ink that runs only where water stands", dropped_in, 2, 4,
           suits="watercolour stock"),
    Ground("on-coloured-stock", "On coloured stock", "stencilled", "white or pigment through a stencil", on_coloured_stock, 1, 3,
           ("white",), "coloured, kraft or black stock"),
    Ground("alcohol-flow", "Alcohol flow", "alcohol", "pools pushed about with air", alcohol_flow, 2, 4,
           suits="alcohol ink on a sheet that soaks nothing up"),
    Ground("pigment-tone", "Pigment, tone on tone", "stencilled", "base through the stencil, darker in parts", pigment_tone, 2, 3,
           suits="pigment ink"),
    Ground("triangle-and-words", "Three and a sentiment", "stamped", "three rosettes in a triangle, words below", triangle_and_words, 2, 4),
    Ground("leftovers", "Leftovers", "blended", "what the brushes still hold, and a third print", leftovers, 2, 6),
)  # fmt: skip
GROUNDS: dict[str, Ground] = {ground.key: ground for ground in _ALL}
