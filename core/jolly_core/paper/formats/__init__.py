"""Each format on paper: one module for each, found by ``registry``."""
