"""Work on files that nobody here made, in processes that may be ended at any time."""
