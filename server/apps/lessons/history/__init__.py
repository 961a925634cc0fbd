"""Undo and redo."""
