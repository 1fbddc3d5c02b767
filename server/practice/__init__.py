"""Practice: drills with their sittings and attempts, what is expected, and the decision quiz."""
