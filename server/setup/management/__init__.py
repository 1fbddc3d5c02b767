"""Management commands."""
