"""The decision quiz: decide first, then compare. Choices found in a ledger or weighed afresh, rounds, scores."""
