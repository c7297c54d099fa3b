"""Statistics of makes and misses; standard library only: ``proportions`` (intervals), ``binomial`` (tails)."""
