"""What all commands share: the application, their options, files in and out with words for what fails."""

import json
import os
import sys
from pathlib import Path
from typing import Annotated, Any

import typer

from cielo.errors import BadInput, CieloError, Contradiction

app = typer.Typer(no_args_is_help=True, add_completion=False, help="Plans, predicts and guides card backgrounds.")

PlanFile = Annotated[Path, typer.Argument(metavar="PLAN", help="a plan file, *.cielo.json")]
AsJson = Annotated[bool, typer.Option("--json", help="answer as JSON")]
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


def write_file(path: Path, data: bytes) -> None:
    """Write a file whole or not at all: beside it first, then in its place, so that what stood there outlives a full disk or Ctrl-C."""
    beside = path.with_name(f".{path.name}.part")
    try:
        if path.exists() and not path.is_file():  # a pipe or a device has no place to take
            path.write_bytes(data)
            return
        try:
            beside.write_bytes(data)
            os.replace(beside, path)
        finally:
            beside.unlink(missing_ok=True)
    except OSError as error:
        raise BadInput(f"cannot be written: {error.strerror}.", field=str(path), mend="Check the folder.") from error


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
