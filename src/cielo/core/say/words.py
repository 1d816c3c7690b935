"""The words themselves: for edges, ways of drying, prints, touches, amounts and things done."""

from cielo.core.plan import (
    Act,
    Band,
    DryingWay,
    Edge,
    Halo,
    LayMask,
    LiftMask,
    Onto,
    Plan,
    Relation,
    Slant,
    Stuck,
    Tapes,
    Touch,
    Turned,
    WaterAmount,
    Whole,
    Wipe,
)

EDGE_WORDS: dict[Edge, str] = {
    "top": "top edge",
    "bottom": "bottom edge",
    "left": "left edge",
    "right": "right edge",
}
WAY_WORDS: dict[DryingWay, str] = {
    "air": "in the air",
    "blot": "by blotting",
    "heat": "with the heat tool",
}
PRINT_WORDS: dict[Touch, str] = {
    "first": "freshly inked",
    "second": "a second print without inking again",
    "third": "a third print without inking again",
}
# What a print is said to be to that of another step.
RELATION_WORDS: dict[Relation, str] = {
    "again": "once more over the print of",
    "uninked": "after the print of",
    "behind": "behind the print of",
    "in-front": "in front of the print of",
}
# One of what is stuck on.
STUCK_ONE: dict[Stuck, str] = {"sequins": "sequin", "gems": "gem", "pearls": "pearl", "drops": "drop"}
ONTO_WORDS: dict[Onto, str] = {
    "damp": "while it is damp",
    "dry": "as a clean layer on dry ink",
    "wet": "into the ink that is still wet",
}
TOUCH_WORDS: dict[Touch, str] = {"pale": "pale", "light": "light", "medium": "medium", "full": "strong"}
AMOUNT_WORDS: dict[WaterAmount, str] = {"fine": "a few drops", "medium": "a good sprinkle", "heavy": "really wet"}
# What is said and what is fetched for a thing done that lays no ink, ``here`` being what is worked on; a tool is cleaned by its own words.
ACT_WORDS: dict[Act, tuple[str, str]] = {
    "anti-static": ("Rub the {here} with the anti-static bag.", "the anti-static bag"),
    "sweep": ("Sweep a clean brush over it in small circles, so that no streak stays.", "a clean brush of the same size"),
    "register": ("Mark two corners, or set the {here} and the stamp in the press.", "pencil and ruler, or the press"),
    "orient": ("Decide which way is up, and try the print on scrap.", "a piece of scrap card"),
    "turn": ("Turn the {here} round: what was at the top is now nearest to you. Its sides keep their names.", "nothing more"),
    "cut": ("Cut it out, now that it is dry.", "blade or punch, a mat to cut on"),
    "trim-down": ("Trim it down now: what follows goes on it as it is then.", "trimmer, ruler"),
    "trim": ("Trim the {here} to its size.", "trimmer, ruler"),
    "mount": ("Mount the panel on its mats and base.", "glue or foam tape, the base"),
}
# How the finished panel is turned clockwise when it is put on.
TURNED_WORDS: dict[Turned, str] = {
    0: "",
    90: ", turned so that its left side is at the top",
    180: ", turned upside down",
    270: ", turned so that its right side is at the top",
}
# Where a sentence says that the ink goes out to every edge, or fades at one.
FADING = (Whole, Band, Slant, Halo)
# Tools that take their ink from a pad.
ON_PADS = ("even", "fine", "open", "streaks", "blots", "print")
# Marks that fall by chance, so that another throw gives another picture.
THROWN = ("open", "blots", "drops", "pools")


# How far one colour stands out from another, CIEDE2000 upper limits; judgement, no source.
STANDS_OUT = ((2.0, "so little that no eye sees it"), (10.0, "faintly"), (25.0, "a little"), (40.0, "clearly"))


def say_apart(difference: float) -> str:
    """How far a colour stands out from another, in words; ``difference`` in CIEDE2000."""
    return next((words for limit, words in STANDS_OUT if difference < limit), "strongly")


def several(plan: Plan, step: LayMask | LiftMask | Wipe) -> bool:
    """Whether a mask is spoken of as several: a pair of tapes."""
    return isinstance(plan.mask(step.mask), Tapes)
