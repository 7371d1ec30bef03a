"""Compiles every kernel once: python -m deep_amber.warm SET.json"""

import sys
from pathlib import Path

from .web.serve import warm

if __name__ == "__main__":
    warm(Path(sys.argv[1]))
