"""The whole pattern, worked backward from the last ball: maps of places, the plan, zones, key ball, ball in hand."""
