"""Photos of tables, read by a worker; nothing of a picture is kept once it has been read."""
