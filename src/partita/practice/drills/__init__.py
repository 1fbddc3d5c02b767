"""Drills: set-ups with a rule of success, ladders of rising difficulty, and what is to be expected of a stroke."""
