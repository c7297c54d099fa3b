"""The whole record as a Data Package: tables in CSV with their schemas, in a zip. Standard library only.

- ``cells``       how a value of each kind stands in a cell of CSV, and is read back
- ``tables``      a table: its columns, what each may hold, and the schema that says so
- ``sheets``      a table as CSV: rows out, rows in
- ``containers``  zips that are written the same way each time, and opened with care
- ``views``       runs and presses as tables with names in them
- ``descriptor``  what the package says of itself, and whether it can be read here

Data Package, Tabular Data Resource and Table Schema are those of the Frictionless specifications, version 1.
"""
