"""Lessons: a coach's positions with questions, given to students, answered, and read by the coach."""
