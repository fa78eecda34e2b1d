"""Adds to the pins of a lock, given on standard input, the digests of every file that the index has
of them, so that nothing else is ever installed."""

from __future__ import annotations

import json
import re
import sys
import urllib.request
from concurrent.futures import ThreadPoolExecutor

from pip._internal.models.index import PyPI

SIMPLE = "application/vnd.pypi.simple.v1+json"
"""The form of the index that is asked for (PEP 691)."""


def digests(pin: str) -> list[str]:
    """The SHA-256 of every wheel and source of one release."""
    name, _, version = pin.partition("==")
    plain = re.sub(r"[-_.]+", "-", name).lower()
    asked = urllib.request.Request(f"{PyPI.simple_url}/{plain}/", headers={"Accept": SIMPLE})
    with urllib.request.urlopen(asked, timeout=60) as answer:
        files = json.load(answer)["files"]
    stem = re.compile(
        re.sub(r"[-_.]+", "[-_.]", re.escape(plain).replace("\\-", "-")) + f"-{re.escape(version)}"
        r"(-.*\.whl|\.tar\.gz|\.zip)$",
        re.IGNORECASE,
    )
    found = sorted(f["hashes"]["sha256"] for f in files if stem.match(f["filename"]))
    if not found:
        raise SystemExit(f"the index has no file of {pin}")
    return found


def main() -> None:
    pins = [line.split()[0] for line in sys.stdin if re.match(r"^[A-Za-z0-9]", line)]
    with ThreadPoolExecutor(8) as pool:
        for pin, found in zip(pins, pool.map(digests, pins), strict=True):
            print(" \\\n".join([pin, *(f"    --hash=sha256:{each}" for each in found)]))


if __name__ == "__main__":
    main()
