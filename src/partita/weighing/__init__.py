"""Weighing: the rater of one situation, the race of its options, and what would change the choice."""
