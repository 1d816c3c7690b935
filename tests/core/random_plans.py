"""Random plans that could be anyone's: bands, halos, stencils, prints, splatter, powder, water, in any order she might put them."""

from dataclasses import replace

from hypothesis import strategies as st

from cielo.core.plan import (
    At,
    Brush,
    BuiltIn,
    Dry,
    Halo,
    InPrint,
    Inside,
    LayMask,
    LiftMask,
    Motifs,
    Onto,
    Patches,
    Plan,
    Prepare,
    Print,
    Refers,
    Region,
    Spot,
    Step,
    StickOn,
    Vignette,
    Water,
    Whole,
    WipeBeads,
    insert_step,
    new_step_id,
    with_prints_as_referred,
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


@st.composite
def refilled(draw: st.DrawFn, of: Plan) -> Plan:
    """A plan with prints added at any places among its steps: pressed again, without inking, behind another, painted inside; with what is
    stuck on; turned on its base; with the panel turned round while it is worked on."""
    image = Print(
        BuiltIn(draw(st.sampled_from(["leaf", "moth", "snail"]))), 26.0, (At(60.0, 70.0),), draw(st.sampled_from([None, 0.8]))
    )
    first = Brush(new_step_id(of), draw(st.sampled_from(COLOURS)), "stamp", image, "first", 1, "dry")
    added: list[Step] = [first]
    for n, how in enumerate(draw(st.lists(st.sampled_from(["again", "uninked", "behind", "fill", "stick", "turn"]), max_size=3))):
        key = f"s{200 + n}"
        ink = draw(st.sampled_from(COLOURS))
        beside = replace(image, places=(At(60.0, 70.0 + 40.0 * (how == "uninked")),))
        match how:
            case "fill":
                added.append(
                    Brush(key, ink, "dauber", InPrint(first.id, (), draw(st.sampled_from([None, "sides", "bottom"]))), "light", 2)
                )
            case "stick":
                added.append(
                    StickOn(
                        key, draw(st.sampled_from(["gems", "drops"])), "gold", 4.0, 1.5, (Spot(20.0, 20.0), Spot(90.0, 150.0))
                    )
                )
            case "turn":
                added.append(Prepare(key, "turn"))
            case relation:
                added.append(Brush(key, ink, "stamp", beside, "first", 1, "dry", refers=Refers(first.id, relation)))  # type: ignore[arg-type]
    for step in added:
        at = draw(st.integers(0, len(of.steps)))
        of = insert_step(of, step, of.steps[at].id if at < len(of.steps) else None)
    card = replace(of.card, turned_deg=draw(st.sampled_from([0, 0, 90, 180])))
    return with_prints_as_referred(replace(of, card=card))
