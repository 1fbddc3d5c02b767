"""What was read of a photo, as a document."""
