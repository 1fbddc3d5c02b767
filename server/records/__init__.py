"""Records: what was played of a study's options, and what came of it."""
