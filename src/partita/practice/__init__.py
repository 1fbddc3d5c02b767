"""Practice: what each error costs a player, and so what to practise."""
