"""The built-in images, by their keys; they are drawn in geometry.motifs and geometry.images."""

from typing import Literal

Motif = Literal[
    "leaf", "rosette", "flower", "star", "spines", "stone", "saguaro", "arch", "rays", "dot", "grasses", "reeds", "tree-line",
    "fir", "bird", "birds", "branch", "spray", "fern", "small-blossom", "large-blossom", "bud", "waves", "wave", "hill-pair",
    "crescent", "half-moon", "gibbous", "star-eight", "pot", "jar", "lizard", "moth", "snail", "barrel", "pads", "cairn",
    "cloud", "drop", "fence", "lantern", "feather",
]  # fmt: skip
