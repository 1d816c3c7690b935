"""What all commands share: the application, their options, files in and out with words for what fails."""

import json
import math
import os
import sys
from datetime import datetime
from pathlib import Path
from typing import Annotated, Any

import typer

from cielo.errors import BadInput, CieloError, Contradiction

app = typer.Typer(
    no_args_is_help=True,
    add_completion=False,
    pretty_exceptions_enable=False,
    help="Plan, predict and make card backgrounds.",
)

PlanFile = Annotated[Path, typer.Argument(metavar="PLAN", help="a plan file, *.cielo.json")]
AsJson = Annotated[bool, typer.Option("--json", help="answer as JSON")]
# Of the failures of commands so many signs are kept.
LARGEST_LOG = 200_000
Database = Annotated[Path | None, typer.Option("--db", help="the database file")]
Port = Annotated[int, typer.Option(min=0, max=65535, help="the port on 127.0.0.1; 0 takes a free one")]


class About:
    """Names the file in every refusal raised inside."""

    def __init__(self, path: Path) -> None:
        self.path = path

    def __enter__(self) -> None:
        return None

    def __exit__(self, _kind: object, error: BaseException | None, _trace: object) -> None:
        if isinstance(error, CieloError):
            field = f"{self.path.name}, {error.field}" if error.field else self.path.name
            kind = Contradiction if isinstance(error, Contradiction) else BadInput
            raise kind(error.reason, field=field, mend=error.mend) from error


def finite(value: float | None) -> float | None:
    """Refuses what is no number: it is neither below the least nor above the most. Raises BadParameter."""
    if value is not None and not math.isfinite(value):
        raise typer.BadParameter(f"{value} is no number that can be measured.")
    return value


def plan_of(path: Path) -> Any:
    """The plan of a file. Raises BadInput."""
    from cielo.app.films_kept import begin
    from cielo.exchange.plan_file import read_plan

    begin()
    return read_plan(read_file(path))


def read_file(path: Path, most: int | None = None) -> bytes:
    from cielo.exchange.reading import LARGEST_BYTES

    try:
        with path.open("rb") as file:
            return file.read((most or LARGEST_BYTES) + 1)
    except OSError as error:
        raise BadInput(f"cannot be read: {error.strerror}.", mend="Check the name and the folder.") from error


def write_file(path: Path, data: bytes, *, hers_alone: bool = False) -> None:
    """Write a file whole or not at all: beside it first, then in its place, so that what stood there outlives a full disk or Ctrl-C.
    ``hers_alone``: nobody else on the machine may read it."""
    beside = path.with_name(f".{path.name}.part")
    try:
        if path.exists() and not path.is_file():  # a pipe or a device has no place to take
            path.write_bytes(data)
            return
        try:
            beside.unlink(missing_ok=True)
            os.close(os.open(beside, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600 if hers_alone else 0o666))
            beside.write_bytes(data)
            os.replace(beside, path)
        finally:
            beside.unlink(missing_ok=True)
    except OSError as error:
        raise BadInput(f"cannot be written: {error.strerror}.", field=str(path), mend="Check the folder.") from error


def log_failure(error: Exception) -> str:
    """Write what nobody foresaw into a log of the user's; says where it is, or that it could not be kept."""
    from traceback import format_exception

    from platformdirs import user_log_path

    path = user_log_path("cielo", appauthor=False) / "commands.log"
    text = f"{datetime.now().astimezone().isoformat(timespec='seconds')} {' '.join(sys.argv[1:2])}\n{''.join(format_exception(error))}\n"
    try:
        path.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
        before = path.read_text(encoding="utf-8", errors="replace")[-LARGEST_LOG:] if path.is_file() else ""
        write_file(path, (before + text).encode(errors="replace"), hers_alone=True)
    except (OSError, CieloError):
        return "Nothing was changed that was not told; the log could not be written."
    return f"More stands in {path}."


def make_folder(path: Path) -> None:
    try:
        path.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise BadInput(f"cannot be made: {error.strerror}.", field=str(path), mend="Check the folder.") from error


def data_folder() -> Path:
    from platformdirs import user_data_path

    return user_data_path("cielo", appauthor=False)


def print_json(document: Any) -> None:
    print_whole(json.dumps(document, indent=2, ensure_ascii=False))


def print_whole(text: str) -> None:
    """Print, and find out at once where it cannot be written. Raises BadInput."""
    try:
        print(text, flush=True)
    except BrokenPipeError:
        raise
    except OSError as error:
        sys.stdout = open(os.devnull, "w")  # what is still in its buffer has nowhere to go  # noqa: SIM115
        raise BadInput(f"cannot be written: {error.strerror}.", field="the answer", mend="Make room where it goes.") from error
