"""What a sentence says: its grammar, content words, quantities, names, polarity and meaning."""
