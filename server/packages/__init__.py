"""Whole records out of the database into packages, and back.

- ``kept``       a model as a table of a package: which columns, whose rows, how a row is known again
- ``tables``     all of them in their order, and what is left out and why
- ``blobs``      what is checked of values in JSON, and the numbers of rows within them
- ``views_of``   runs and presses that pass some filters, as CSV
- ``exporting``  an athlete's record as a package
- ``reading``    a package into rows that are known to be whole
- ``matching``   what of them is new in an account, the same, or different
- ``importing``  putting them in: all or nothing
- ``arrivals``   a file that comes in through the page, with its ``progress``
"""
