"""A photo of a table becomes a layout: the bed found from six pressed pockets, balls by their rims, names by colours.

Tried on simulated pictures only (`partita.camera`, which this room does not know).
"""
