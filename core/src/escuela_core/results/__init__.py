"""What a class did: watching, responses by item and by segment."""
