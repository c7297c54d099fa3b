"""The pages of Look back: a module each, every one a read."""
