"""The forecast of each format: one module for each, found by ``registry``."""
