"""The built-in images, by their keys; their outlines are in geometry.motifs."""

from typing import Literal

Motif = Literal["leaf", "rosette", "flower", "star", "spines", "stone", "saguaro", "arch", "rays", "dot"]
