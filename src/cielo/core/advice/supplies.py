"""What a card or a batch takes, what there is of it, and what is missing: ``not-on-shelf``."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from functools import partial
from typing import Literal, get_args

from cielo.core.advice.finding import Finding, Remedy
from cielo.core.advice.looking import brushings
from cielo.core.materials import TOOLS, WATER_TOOLS, Ink, Stock
from cielo.core.optics.difference import ciede2000
from cielo.core.plan import Brush, Plan, Water, on_stock, replace_step
from cielo.core.sequence.lightness import seen_on

SupplyKind = Literal["stock", "ink", "tool"]
SUPPLY_KINDS: tuple[SupplyKind, ...] = get_args(SupplyKind)
WHY = "What is missing at the table stops the work half way, with ink open on the panel."


@dataclass(frozen=True)
class OnShelf:
    """What a maker has.

    left : by kind and key, for how many panels a stock and for how many passes an ink is enough, and how many there are of a tool,
        where she has counted. What has no entry is plenty where it is on the shelf; every tool is.
    """

    inks: tuple[Ink, ...]
    stocks: tuple[Stock, ...]
    left: Mapping[tuple[SupplyKind, str], int] = field(default_factory=dict)

    def has(self, kind: SupplyKind, key: str) -> bool:
        """Whether it has a place on the shelf, used up or not."""
        on_shelf = {"stock": (s.key for s in self.stocks), "ink": (i.key for i in self.inks), "tool": iter(TOOLS)}
        return key in on_shelf[kind]

    def left_of(self, kind: SupplyKind, key: str) -> int | None:
        """How much there is; 0 for what is not on the shelf, None for plenty."""
        return self.left.get((kind, key)) if self.has(kind, key) else 0

    def lasts(self, kind: SupplyKind, key: str, wanted: int) -> bool:
        """Whether there is enough."""
        left = self.left_of(kind, key)
        return left is None or left >= wanted


@dataclass(frozen=True)
class Supply:
    """Something the work takes.

    wanted : so many panels of a stock, passes of an ink, or one tool.
    left : how much there is; None for plenty.
    step : where it is first taken up; None for the stock.
    """

    kind: SupplyKind
    key: str
    name: str
    wanted: int
    left: int | None
    step: str | None

    @property
    def lasts(self) -> bool:
        """Whether there is enough."""
        return self.left is None or self.left >= self.wanted


@dataclass(frozen=True)
class Supplies:
    """The shelf, and for how many cards it is to last."""

    shelf: OnShelf
    cards: int = 1


def supplies_of(plan: Plan, supplies: Supplies) -> tuple[Supply, ...]:
    """What the batch takes: the stock, then inks and powders, then tools, each in the order they are taken up."""
    shelf, stock = supplies.shelf, plan.stock
    inks: dict[str, Supply] = {}
    tools: dict[str, Supply] = {}
    for step in plan.steps:
        if isinstance(step, Brush):
            first = Supply("ink", step.ink, plan.ink(step.ink).name, 0, shelf.left_of("ink", step.ink), step.id)
            so_far = inks.get(step.ink, first)
            inks[step.ink] = replace(so_far, wanted=so_far.wanted + supplies.cards * step.passes)
        if isinstance(step, Brush | Water):
            tool = Supply("tool", step.tool, TOOLS[step.tool].name, 1, shelf.left_of("tool", step.tool), step.id)
            tools.setdefault(step.tool, tool)
    sheets = Supply("stock", stock.key, stock.name, supplies.cards, shelf.left_of("stock", stock.key), None)
    return (sheets, *inks.values(), *tools.values())


def not_on_shelf(plan: Plan, supplies: Supplies) -> Iterator[Finding]:
    """Ink, stock, powder or tool that is missing, or runs out within the batch."""
    unit = {"stock": "panels", "ink": "passes", "tool": ""}
    cures = {"stock": _other_stock, "ink": _other_ink, "tool": _other_tool}
    for supply in supplies_of(plan, supplies):
        if supply.lasts:
            continue
        if supply.kind == "tool":
            message = f"You have no {supply.name}."
        elif not supply.left:
            message = f"{supply.name} is not on your shelf."
        else:
            message = f"{supply.name} runs out within the batch."
        yield Finding(
            "not-on-shelf",
            "warn",
            supply.step,
            message,
            WHY,
            cure=partial(cures[supply.kind], plan, supplies.shelf, supply),
            measure=f"{supply.left} {unit[supply.kind]} left, {supply.wanted} wanted" if supply.left else "",
        )


def _other_stock(plan: Plan, shelf: OnShelf, missing: Supply) -> Remedy | None:
    """The stock of the same surface that looks most like the missing one, where there is one with enough left."""
    others = [
        stock
        for stock in shelf.stocks
        if stock.paper.surface == plan.stock.paper.surface
        and stock.key != missing.key
        and stock.translucent == plan.stock.translucent
        and shelf.lasts("stock", stock.key, missing.wanted)
    ]
    if not others:
        return None
    near = min(others, key=lambda stock: (float(ciede2000(plan.stock.paper.lab, stock.paper.lab)), stock.key))
    return Remedy(f"Take {near.name} in its place", on_stock(plan, near))


def _other_ink(plan: Plan, shelf: OnShelf, missing: Supply) -> Remedy | None:
    """The ink of the same kind that looks most like the missing one on this stock, where there is one with enough left."""
    ink, used = plan.ink(missing.key), {step.ink for step in brushings(plan)}
    others = [
        other
        for other in shelf.inks
        if other.kind == ink.kind and other.key not in used and shelf.lasts("ink", other.key, missing.wanted)
    ]
    if not others:
        return None
    wanted = seen_on(plan.stock.paper, ink)
    near = min(others, key=lambda other: (float(ciede2000(wanted, seen_on(plan.stock.paper, other))), other.key))
    kept = tuple(other for other in plan.inks if other.key != near.key)
    swapped = replace(plan, inks=tuple(near if other.key == ink.key else other for other in kept))
    for step in brushings(plan):
        if step.ink == ink.key:
            swapped = replace_step(swapped, replace(step, ink=near.key))
    focal = tuple(replace(piece, ink=near.key) if piece.ink == ink.key else piece for piece in plan.focal)
    return Remedy(f"Take {near.name} in its place", replace(swapped, focal=focal))


def _other_tool(plan: Plan, shelf: OnShelf, missing: Supply) -> Remedy | None:
    """The tool that works alike and is nearest in width."""
    gone = TOOLS[missing.key]
    with_water = any(isinstance(step, Water) and step.tool == gone.key for step in plan.steps)
    others = [
        tool
        for tool in TOOLS.values()
        if (tool.verb, tool.texture) == (gone.verb, gone.texture)
        and tool.key != gone.key
        and shelf.lasts("tool", tool.key, 1)
        and (tool.key in WATER_TOOLS or not with_water)
    ]
    if not others:
        return None
    near = min(others, key=lambda tool: (abs(tool.width_mm - gone.width_mm), tool.key))
    swapped = plan
    for step in plan.steps:
        if isinstance(step, Brush | Water) and step.tool == gone.key:
            swapped = replace_step(swapped, replace(step, tool=near.key))
    return Remedy(f"Take the {near.name} in its place", swapped)
