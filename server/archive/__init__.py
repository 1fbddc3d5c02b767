"""All of an account's own as one file, taken away and brought back; and the account's end."""
