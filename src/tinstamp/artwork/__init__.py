"""Text shaping and outlines: flat artwork at true size, no kernel."""
