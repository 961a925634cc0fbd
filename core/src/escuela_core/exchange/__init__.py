"""Whole lessons and items on their way to other places and back: files and packages of open formats."""
