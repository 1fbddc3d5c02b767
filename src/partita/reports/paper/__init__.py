"""What several printed sheets share, and the shot sheet."""
