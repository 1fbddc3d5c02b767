"""What a leave is worth: make chance, ease, ends, the rest of the rack, a learned correction; all in one evaluation."""
