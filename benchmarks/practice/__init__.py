"""Figures of the practice page: the ladder, the pool of the quiz."""
