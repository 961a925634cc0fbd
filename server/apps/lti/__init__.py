"""Lessons inside learning platforms (LTI 1.3): launched there, chosen there, their marks given back there."""
