"""Swatches in, colours out.

Reading order: spectra (colour <-> spectrum), stock (the sheet and its surface), films (one ink), layering (ink on
ink), predict (the whole contract), difference (how far apart two colours are).
"""
