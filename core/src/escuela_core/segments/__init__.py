"""Dividing a recording into segments with titles, summaries and key terms of its own words."""

from escuela_core.segments.dividing import Segment, divide

__all__ = ["Segment", "divide"]
