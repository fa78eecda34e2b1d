"""What is said in the window."""
