"""The questions that are asked of what was played on each rung: a module each."""
