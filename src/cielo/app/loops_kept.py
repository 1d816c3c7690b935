"""Where compiled loops are kept from one run to the next. They are code: nobody but the maker herself may have put them there."""

import atexit
import os
import shutil
import stat
import tempfile
from pathlib import Path


def keep_loops() -> None:
    """Keep compiled loops beside their source where that may be written; else in the user's own cache folder; and where that is not
    hers alone, in a folder of this run. To be called before anything is compiled."""
    if os.access(Path(__file__).parents[1], os.W_OK) or "NUMBA_CACHE_DIR" in os.environ:
        return
    from platformdirs import user_cache_path

    os.environ["NUMBA_CACHE_DIR"] = str(hers_alone(user_cache_path("cielo", appauthor=False) / "loops"))


def hers_alone(folder: Path) -> Path:
    """The folder, made where it is not there, if it is the user's own and nobody else may write in it; else a new one that goes with this
    run."""
    try:
        folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        found = folder.lstat()
        if stat.S_ISDIR(found.st_mode) and found.st_uid == os.getuid() and not found.st_mode & 0o022:
            return folder
    except OSError:
        pass
    own = Path(tempfile.mkdtemp(prefix="cielo-loops-"))  # 0700, and of a name nobody could foresee
    atexit.register(shutil.rmtree, own, ignore_errors=True)
    return own
