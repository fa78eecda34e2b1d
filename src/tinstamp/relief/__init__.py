"""Placed regions, a chart and a solid to a new solid."""
