"""Open formats.

- ``calendar``    plans as iCalendar
- ``layout_svg``  layouts as SVG at true scale
- ``drawing``     how a shape is drawn in such an SVG: one module for each in ``shapes``
- ``svg``         lengths and attributes of drawings in millimetres
"""
