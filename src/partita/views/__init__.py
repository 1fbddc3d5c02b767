"""Shots looked at closely: what is drawn of one, and one of the user's own tried. Simulated here, told in `reports`."""
