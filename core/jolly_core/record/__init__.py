"""What the athlete's own past runs say: ``usual`` (average with its spread, best, how this run compares)."""
