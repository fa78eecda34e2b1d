"""The part in space."""
