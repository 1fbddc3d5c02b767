"""Player profiles."""
