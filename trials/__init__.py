"""Long random runs, outside the suite: `python -m trials.NAME COUNT [--seed S]`."""
