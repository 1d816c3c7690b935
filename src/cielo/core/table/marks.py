"""What a step is, as far as the table is concerned: a print, a resist, an opaque laying; and how a mask holds."""

from cielo.core.geometry.holding import is_stencil
from cielo.core.materials import RESIST_KINDS, TOOLS, InkKind
from cielo.core.plan import (
    Band,
    Brush,
    EdgeMask,
    Halo,
    InPrint,
    Mask,
    Motifs,
    Plan,
    Prepare,
    Print,
    PutOn,
    Region,
    Slant,
    Step,
    StickOn,
    Water,
    Words,
)
from cielo.core.plan.steps import LAST

# Tools that are worked over the panel; the others drop, print or draw.
RUBBING = ("even", "fine", "open", "streaks")
# Kinds that cover what lies below them.
OPAQUE: frozenset[InkKind] = frozenset({"white", "metallic", "paste"})

# Motifs that have a top and a bottom.
DIRECTED = ("saguaro", "arch", "leaf")


def embosses(plan: Plan, step: Step) -> bool:
    """Whether a step lays powder, or clear ink for it, that is melted and sheds later ink."""
    return isinstance(step, Brush) and plan.ink(step.ink).kind in RESIST_KINDS


def rubs(plan: Plan, step: Step) -> bool:
    """Whether a step's tool goes over what lies there, so that it picks it up."""
    return isinstance(step, Brush) and TOOLS[step.tool].texture in RUBBING and not embosses(plan, step)


def is_laid_under(plan: Plan, step: Step) -> bool:
    """Whether a step belongs under what is put on: ground that a hand works over, powder, water. A print, a pen or drops may go over a
    piece as well."""
    return isinstance(step, Water) or rubs(plan, step) or embosses(plan, step)


def comes_last(step: Step) -> bool:
    """Whether a step comes when the ground and what is printed on it are done: putting on, sticking on, trimming, mounting."""
    return isinstance(step, PutOn | StickOn) or (isinstance(step, Prepare) and step.act in LAST)


def prints(step: Step) -> bool:
    """Whether a step prints or draws."""
    return isinstance(step, Brush) and TOOLS[step.tool].texture in ("print", "crisp")


def is_figure(step: Step) -> bool:
    """Whether a step prints or draws figures or words, and no mere texture."""
    return (
        isinstance(step, Brush)
        and prints(step)
        and isinstance(step.region, Print | Motifs | Words)
        and not is_texture(step.region)
    )


def is_in_print(step: Step) -> bool:
    """Whether a step goes inside the prints of another."""
    return isinstance(step, Brush) and isinstance(step.region, InPrint)


def is_texture(region: Region) -> bool:
    """Whether what is printed is a mere texture of the ground."""
    return isinstance(region, Print | Words) and region.texture


def is_in_front(step: Step) -> bool:
    """Whether a step's figures stand in front of whatever else is printed there."""
    return isinstance(step, Brush) and isinstance(step.region, Print | Motifs) and step.region.front


def covers_what_is_below(plan: Plan, step: Brush) -> bool:
    """Whether a laying is meant on top of what lies there: white, metallic or paste, drawn, or thrown over it."""
    return plan.ink(step.ink).kind in OPAQUE or prints(step) or TOOLS[step.tool].texture == "drops"


def sticks(mask: Mask) -> bool:
    """Whether a mask holds by its own back: as it is said, or else no stencil and no edge does."""
    if mask.held is not None:
        return mask.held == "back"
    return not is_stencil(mask) and not isinstance(mask, EdgeMask)


def is_directed(step: Step) -> bool:
    """Whether a print has a top and a bottom that a turned panel would belie."""
    match getattr(step, "region", None):
        case Words():
            return True
        case Motifs() as motifs:
            return motifs.motif in DIRECTED and motifs.arrangement == "triangle"
        case Print() as figure:
            return figure.stands is not None
        case _:
            return False


def decides_way_up(plan: Plan, ground: Step, figure: Step) -> bool:
    """Whether a step of the ground decides which way up a directed print goes, wherever the two lie: it should be there first.

    What sheds its ground comes first by its nature; only a ground with a direction can then belie it.
    """
    if not isinstance(ground, Brush) or prints(ground) or is_in_print(ground) or TOOLS[ground.tool].texture == "drops":
        return False
    return (
        is_figure(figure)
        and is_directed(figure)
        and (not embosses(plan, figure) or isinstance(ground.region, Band | Slant | Halo))
    )
