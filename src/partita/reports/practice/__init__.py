"""Drills, and how a player stands at them."""
