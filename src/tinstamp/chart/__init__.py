"""Maps between a sheet and a face, in NumPy."""
