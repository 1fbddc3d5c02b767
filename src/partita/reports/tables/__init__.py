"""What readings say of a table."""
