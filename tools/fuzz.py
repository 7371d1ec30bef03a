"""make fuzz: a schema fuzzer against the real server with the demo sets; fails on any answer the document lacks.

The routes that compute pictures and answers take seconds a request, so they are asked less often than the others.
"""

import subprocess
import sys
from pathlib import Path

from tests.browser.page import Server

DOCUMENT = Path(__file__).parents[1] / "docs/openapi.json"
HEAVY = "key/|picture|findings|lines|meter"
CHECKS = "not_a_server_error,status_code_conformance,content_type_conformance"


def fuzzed(program: str, address: str, examples: int, *only: str) -> int:
    """Runs the fuzzer over some routes; its exit code."""
    command = [program, "run", str(DOCUMENT), "--url", address, "--checks", CHECKS, "--max-examples", str(examples)]
    command += ["--phases", "fuzzing"]  # the phase that enumerates takes 2,500 requests a route
    return subprocess.run([*command, "--workers", "2", "--request-timeout", "120", "--no-color", *only]).returncode


def main() -> None:
    program, many, few = sys.argv[1], int(sys.argv[2]), int(sys.argv[3])
    server = Server()
    try:
        codes = [
            fuzzed(program, server.address, many, "--exclude-path-regex", HEAVY),
            fuzzed(program, server.address, few, "--include-path-regex", HEAVY),
        ]
    finally:
        server.stop()
    sys.exit(max(codes))


if __name__ == "__main__":
    main()
