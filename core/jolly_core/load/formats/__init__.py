"""What games limit by themselves: one module for each format that does, found by ``game_dose``."""
