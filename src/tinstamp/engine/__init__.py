"""Runs the whole chain, caches by content, lives in its own process."""
