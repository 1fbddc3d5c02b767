"""Options: constructed pots, swept safeties and kicks, their names, and folding near duplicates."""
