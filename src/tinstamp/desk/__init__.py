"""The window: the only place that knows Qt and VTK."""
