"""What was played, and what came of it."""
