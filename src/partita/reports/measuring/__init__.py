"""What attempts say of a stroke."""
