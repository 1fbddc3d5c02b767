"""Saved layouts, place phrases, tables to draw, demo data."""
