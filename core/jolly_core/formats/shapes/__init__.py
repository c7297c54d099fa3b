"""How each shape is drawn as SVG: one module for each."""
