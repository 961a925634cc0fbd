"""What is heard beside the words: loudness and silences, computed on PCM samples."""
