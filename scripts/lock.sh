#!/usr/bin/env bash
# Write the two locks anew: what pip resolves from pyproject.toml in an empty environment,
# pinned, with the digests of all its files. Packages that others name but that the program never loads are left out.
set -euo pipefail
cd "$(dirname "$0")/.."
unused='matplotlib|cycler|kiwisolver|python-dateutil|six|cadquery-ocp-proxy'
write() {
    local work
    work=$(mktemp -d)
    python3 -m venv "$work/venv"
    python3 - "$1" >"$work/wanted.txt" <<'PY'
import sys, tomllib
project = tomllib.load(open("pyproject.toml", "rb"))["project"]
extra = project["optional-dependencies"]["dev"] if "dev" in sys.argv[1] else []
print("\n".join([*project["dependencies"], *extra]))
PY
    "$work/venv/bin/python" -m pip install -q -r "$work/wanted.txt"
    "$work/venv/bin/python" -m pip freeze | grep -Ev "^($unused)==" >"$work/pins.txt"
    "$work/venv/bin/python" scripts/lock_hashes.py <"$work/pins.txt" >"$1"
    rm -r "$work"
}
write requirements.lock
write requirements-dev.lock
