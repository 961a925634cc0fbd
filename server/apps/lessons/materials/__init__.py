"""What stands around the viewing."""
