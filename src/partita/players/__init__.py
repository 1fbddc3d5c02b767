"""Players: the stroke model, its presets, and executions drawn from it."""
