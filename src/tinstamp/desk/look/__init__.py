"""Colours, type and marks."""
