"""The whole pattern, worked backward from the last ball: maps of places, the plan, its zones, key ball, ball in hand."""
