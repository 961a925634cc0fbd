"""Items of a lesson."""
