"""The command line. Exit codes: 0 fine, 1 the plan has problems (check), 2 bad input, told with file, field and mend."""

import gc
import os
import sys
import tempfile
from pathlib import Path

# Threads that wait for the next loop sleep, so that a busy machine is not kept busier by their waiting.
os.environ.setdefault("OMP_WAIT_POLICY", "PASSIVE")
# Compiled loops are kept beside their source; where that may not be written, among the files that may go at any time.
if not os.access(Path(__file__).parents[1], os.W_OK):
    os.environ.setdefault("NUMBA_CACHE_DIR", str(Path(tempfile.gettempdir()) / f"cielo-loops-{os.getuid()}"))

from cielo.cli import cutting, photos, plans, proposing, serving, shelf, solving
from cielo.cli.common import app
from cielo.errors import CieloError, Contradiction

__all__ = ["app", "cutting", "main", "photos", "plans", "proposing", "serving", "shelf", "solving"]


def main() -> None:
    """Run a command; turn a refusal into a sentence and exit code 2."""
    # What is read in at the start is no rubbish: to look through it again and again took a tenth of a short command.
    gc.set_threshold(200_000, 20, 50)
    try:
        app()
    except CieloError as error:
        print(f"cielo: {error.sentence}", file=sys.stderr)
        sys.exit(1 if isinstance(error, Contradiction) else 2)
