"""Open formats out and in that are no captions: spreadsheets of items."""
