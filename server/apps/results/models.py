"""Nothing is stored here: results are computed from what study holds."""
