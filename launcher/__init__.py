"""Setting a machine up and running Partita on it. Standard library only: it runs before anything is installed."""
