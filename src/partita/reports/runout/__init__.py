"""A rack planned."""
