"""Benchmarks: ours against a peer."""

import tinstamp  # noqa: F401  (first: it tells NumPy how many threads there are)
