"""Shapes of targets: how each is hit, measured, taped and named, independent of surface and place.

- ``shape``     the contract that every shape keeps
- ``kinds``     one module for each shape; a new one is a new module there
- ``registry``  the shapes by their names, and how they are written and read
- ``chances``   chances of landing inside edges, with errors that are normal
- ``points``    points between two ends

A shape also has one module in ``formats.shapes``, which draws it as SVG, and one in the page, which draws and pulls it.
"""
