"""A recording becomes a lesson."""
