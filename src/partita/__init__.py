"""Partita's core: tables, ball physics, players, rules, options and odds. No server, no screen."""

__version__ = "0.27.0"
