"""Ball physics: closed-form motion between events, impacts, the stroke, the event loop, the trace."""
