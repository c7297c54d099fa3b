"""The brakes, a module each."""
