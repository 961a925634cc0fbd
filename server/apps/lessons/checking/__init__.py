"""The check of a lesson."""
