"""Benchmarks: scripts that print figures; the last ones are kept in `results/`."""
