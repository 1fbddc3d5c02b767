"""One shot looked at: drawn, tried."""
