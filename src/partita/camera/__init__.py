"""A simulated camera: pictures of a table as a phone would take them, for trying and measuring what reads photos.

A room of its own: `photo` knows nothing of it, has other lens and light models, and is never fitted to its looks.
"""
