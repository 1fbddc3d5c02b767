"""Tables: sizes, noses, tips, facings, drop circles, diamonds and place phrases."""
