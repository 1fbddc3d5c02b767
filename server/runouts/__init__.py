"""Studies: weighings asked, run in a worker, kept."""
