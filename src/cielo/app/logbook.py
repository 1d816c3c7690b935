"""The log: lines of JSON in a file beside the database, on this machine alone, kept small by turning over."""

import json
import logging
from datetime import UTC, datetime
from logging.handlers import RotatingFileHandler
from pathlib import Path

LARGEST_BYTES, OLDER = 1_000_000, 3
FACTS = ("number", "status", "took_ms")


class _Lines(logging.Formatter):
    def format(self, record: logging.LogRecord) -> str:
        line: dict[str, object] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname.lower(),
            "what": record.getMessage(),
        }
        line |= {fact: value for fact in FACTS if (value := getattr(record, fact, None)) is not None}
        if record.exc_info:
            line["trace"] = self.formatException(record.exc_info)
        return json.dumps(line, ensure_ascii=False)


def log_of(database: Path) -> Path:
    """Where the log of a database lies."""
    return database.with_name(f"{database.name}.log")


def write_log(database: Path) -> None:
    """Write what happens into the log of a database from now on; where that cannot be written, nothing is logged and all else goes on."""
    try:
        handler = RotatingFileHandler(log_of(database), maxBytes=LARGEST_BYTES, backupCount=OLDER, encoding="utf-8")
    except OSError:
        return
    log_of(database).chmod(0o600)
    handler.setFormatter(_Lines())
    log = logging.getLogger("cielo")
    log.setLevel(logging.INFO)
    log.addHandler(handler)
