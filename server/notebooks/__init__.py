"""Old scores from spreadsheets: looked at, mapped, mended in place, then kept as a whole."""
