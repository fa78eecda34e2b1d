"""Windows of their own: files, comparisons, the start."""
