"""What was decided, what it cost, and whether what was said came true."""
