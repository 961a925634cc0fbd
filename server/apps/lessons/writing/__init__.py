"""Items and materials that are proposed."""
