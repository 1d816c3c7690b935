"""A photograph of the swatch sheet, read: corner marks found, tilt undone, light evened out, cast taken off.

sheet (where everything lies on it, mm) -> straighten (marks, homography) -> even (light, cast) -> read (the swatches as Lab).
"""
