"""Findings: what was measured, the limit, and where."""
