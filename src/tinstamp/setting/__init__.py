"""Artwork placed on a sheet, and whether it fits there."""
