"""The questions that are asked of the practice as a whole: a module each."""
