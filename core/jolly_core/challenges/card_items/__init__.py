"""What can stand on the card of a rung, one module each."""
