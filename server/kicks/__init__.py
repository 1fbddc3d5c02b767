"""Kicks: ways to a hidden ball, found in a worker; one looked at at once; tries and the card of a table."""
