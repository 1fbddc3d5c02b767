"""What leaves the core, a room a subject: `schema` the typed document, `words` its sentences, `report` from typed
results to the document, `pdf` the sheet for print. Nothing is simulated here.
"""
