"""Lessons: what a position asks, and when an answer is right. By a ledger, by a plan, or by the coach's own say."""
