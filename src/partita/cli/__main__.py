"""`python -m partita.cli`."""

import sys

from partita.cli.main import main

if __name__ == "__main__":
    sys.exit(main())
