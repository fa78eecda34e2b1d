"""Features to an exact solid with named faces."""
