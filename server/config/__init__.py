"""Settings, addresses, and the API as a whole."""
