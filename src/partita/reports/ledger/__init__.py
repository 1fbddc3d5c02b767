"""The ledger of a situation."""
