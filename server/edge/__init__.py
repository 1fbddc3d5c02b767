"""The edge: what every request passes and every app stands on; it knows no app."""
