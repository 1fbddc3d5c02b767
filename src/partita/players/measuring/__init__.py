"""A player's stroke from what became of his attempts."""
