"""The words of the recording."""
