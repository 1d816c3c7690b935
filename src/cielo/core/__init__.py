"""The trade and nothing else: no web, no database, no files, no clock (an import contract enforces it).

Reading order: units, materials, optics/ (swatches in, colours out), plan (what a maker writes down), geometry/ (sizes and
masks), sequence/ (in which order, and why), simulation/ (a plan in, a picture after every step out), advice/
(what will go wrong).
"""
