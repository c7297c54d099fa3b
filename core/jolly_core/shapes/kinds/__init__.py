"""One module for each shape."""
