"""One board that several look at: opened with a code, moved by one hand at a time, seen by all at once."""
