"""Old scores from notebooks and spreadsheets: a date, a drill, a side, a score, a note, in any order and spelling.

- ``grid``     a file as rows of texts: CSV with any separator, or a sheet of xlsx
- ``columns``  which column means what, guessed from the heading and from what stands below it
- ``scores``   rows into scores, or what is wrong with them, each with its row and column
"""
