"""How much the body was asked for: ``weekly`` (effort times minutes, week by week, and what to make of it)."""
