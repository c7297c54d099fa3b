"""What would add most, game by game: a module for each format that has an arithmetic of its own."""
