"""Tables: the presets, and tables of one's own."""
