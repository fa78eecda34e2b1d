"""`python -m tinstamp`."""

import sys

from tinstamp.cli import main

if __name__ == "__main__":
    sys.exit(main())
