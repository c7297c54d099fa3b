"""Open formats: ``calendar`` (plans as iCalendar), ``layout_svg`` (layouts as SVG at true scale)."""
