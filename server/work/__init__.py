"""Long work: what every job that takes its time shares, and what is ready to be worked with."""
