"""Lessons as documents: what leaves the core of them, on screen, in a file and on paper."""
