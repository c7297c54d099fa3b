"""What a streak costs: ``expectation`` (attempts to r in a row). Standard library only."""
