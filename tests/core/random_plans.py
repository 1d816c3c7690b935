"""Random plans that could be anyone's: bands, halos, stencils, prints, splatter, powder, water, in any order she might put them."""

from dataclasses import replace

from hypothesis import strategies as st

from cielo.core.plan import (
    Brush,
    Dry,
    Halo,
    Inside,
    LayMask,
    LiftMask,
    Motifs,
    Onto,
    Patches,
    Plan,
    Prepare,
    Region,
    Step,
    Vignette,
    Water,
    Whole,
    WipeBeads,
)
from tests.core.test_every_check import INKS, MASKS, low, plan, top

COLOURS = [ink.key for ink in INKS if ink.kind in ("dye", "pigment", "hybrid")]
MASK_KEYS = [mask.key for mask in MASKS]


@st.composite
def layings(draw: st.DrawFn, under: tuple[str, ...]) -> Step:
    """One laying of ink, or water, as it may come under some masks."""
    if draw(st.integers(0, 9)) == 0:
        return Water("", draw(st.sampled_from(["mister", "coarse-splatter"])), Whole(), "fine", True, draw(st.integers(0, 5)))
    regions: list[Region] = [Whole(), top(60), low(70), low(100, 40), Vignette(30), Patches(22, 0.4)]
    regions += [Halo(key, 25) for key in under if key in ("moon", "land", "sky")] + [Inside(key) for key in under]
    ink = draw(st.sampled_from([*COLOURS, *COLOURS, "white"]))
    region = draw(st.sampled_from(regions))
    tool = draw(st.sampled_from(["large-brush", "large-brush", "foam", "fine-splatter"]))
    onto: Onto = draw(st.sampled_from(["damp", "damp", "damp", "dry"]))
    if draw(st.integers(0, 6)) == 0:
        region, tool = Motifs("leaf", 26.0, 4, 1.0), "stamp"
    return Brush("", ink, tool, region, "light", draw(st.integers(1, 4)), onto, None, draw(st.integers(0, 9)))


@st.composite
def plans(draw: st.DrawFn, most: int = 7) -> Plan:
    """A plan of up to ``most`` layings, masks laid and lifted round some of them, one under another at times."""
    steps: list[Step] = []
    lying: list[str] = []
    for _ in range(draw(st.integers(1, most))):
        match draw(st.integers(0, 7)):
            case 0 | 1 if len(lying) < 2:
                free = [key for key in MASK_KEYS if key not in lying]
                lying.append(draw(st.sampled_from(free)))
                steps.append(LayMask("", lying[-1]))
            case 2 if lying:
                steps.append(LiftMask("", lying.pop()))
            case 3:
                steps.append(Dry("", "air", draw(st.sampled_from([1.0, 5.0, 20.0]))))
            case 4 if not lying and not any(isinstance(s, WipeBeads) for s in steps):
                steps += [LayMask("", "repeat"), Brush("", "powder", "dauber", Whole(), "full", 1), LiftMask("", "repeat")]
                steps += [draw(layings(())), WipeBeads("")]
        steps.append(draw(layings(tuple(lying))))
    steps += [LiftMask("", key) for key in reversed(lying)]
    if draw(st.booleans()):
        steps += [Prepare("", "trim"), Prepare("", "mount")]
    return plan(*steps)


def shuffled(of: Plan, order: list[int]) -> Plan:
    """The steps of a plan in another order; ``order`` is a permutation of at least as many numbers."""
    places = [i for i in order if i < len(of.steps)]
    return replace(of, steps=tuple(of.steps[i] for i in places))
