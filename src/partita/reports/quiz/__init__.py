"""Decisions compared with the ledger."""
