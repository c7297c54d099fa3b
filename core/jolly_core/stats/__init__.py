"""Statistics of makes and misses: ``proportions`` (intervals for a rate; standard library only)."""
