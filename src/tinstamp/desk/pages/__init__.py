"""The fields of the selected card."""
