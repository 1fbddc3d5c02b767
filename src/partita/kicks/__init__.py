"""Kicks: the numbers of the diamonds, what the simulator says to them, windows on the first rail, logged tries."""
