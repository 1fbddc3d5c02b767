"""Telling: typed results in; the study document, sentences, drawings and sheets out."""
