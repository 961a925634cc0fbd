"""Find and replace over script and items."""
