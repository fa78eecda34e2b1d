"""Long random runs, outside the suite: `python -m trials.NAME COUNT [--seed S]`."""

import tinstamp  # noqa: F401  (first: it tells NumPy how many threads there are)
