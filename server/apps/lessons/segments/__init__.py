"""The parts of the recording."""
