"""Measures: attempts as one stream, and what they say of a player's stroke."""
