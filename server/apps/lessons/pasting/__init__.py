"""Items pasted from elsewhere."""
