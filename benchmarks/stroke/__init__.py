"""Strokes measured from attempts: how well, what follows, and the data that goes with it."""
