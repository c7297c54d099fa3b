"""Playing to a click.

- ``click``   tempo arithmetic: beats a minute, strokes, the steps of a tempo ladder
"""
