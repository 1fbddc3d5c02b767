"""The launcher: clusters, children, locks, backups, and how a club is served."""
