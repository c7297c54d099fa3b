"""What each format teaches: one module for each that does, found by ``registry``."""
