"""The command line. Exit codes: 0 fine, 1 the plan has problems (check), 2 bad input, told with file, field and mend,
3 Cielo itself failed."""

import gc
import logging
import os
import sys

# Threads that wait for the next loop sleep, so that a busy machine is not kept busier by their waiting.
os.environ.setdefault("OMP_WAIT_POLICY", "PASSIVE")

from cielo.app.loops_kept import keep_loops
from cielo.cli import cutting, photos, plans, proposing, serving, shelf, solving
from cielo.cli.common import app, log_failure
from cielo.errors import CieloError, Contradiction

__all__ = ["app", "cutting", "main", "photos", "plans", "proposing", "serving", "shelf", "solving"]

FAILED = 3
keep_loops()  # no command has loaded the compiler yet


def main() -> None:
    """Run a command; turn a refusal into a sentence and exit code 2, and what nobody foresaw into a sentence, an entry in a log and 3."""
    # What is read in at the start is no rubbish: to look through it again and again took a tenth of a short command.
    gc.set_threshold(200_000, 20, 50)
    try:
        app()
    except CieloError as error:
        print(f"cielo: {error.sentence}", file=sys.stderr)
        sys.exit(1 if isinstance(error, Contradiction) else 2)
    except BrokenPipeError:  # whoever read the answer has seen enough
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        sys.exit(0)
    except Exception as error:
        logging.raiseExceptions = False
        where = log_failure(error)
        print(f"cielo: something failed in Cielo: {type(error).__name__}. {where}", file=sys.stderr)
        sys.exit(FAILED)
