"""The formats: one module for each, found by ``registry``."""
