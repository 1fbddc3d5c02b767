"""Ways to a hidden ball."""
