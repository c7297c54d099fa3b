"""A block that fits: ``arrangement`` (which runs, in which order, warm-up first), ``warmup`` (its parts)."""
