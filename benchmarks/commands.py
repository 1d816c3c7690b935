"""How long commands take from the first to the last, as a maker waits for them: `python -m benchmarks.commands`.

Each is run anew several times and its best is told, beside the best of an interpreter that loads NumPy and Numba and ends: what is over
that is Cielo's own. Inks are fitted once and kept (app/films_kept.py); the first check of a new cache shows what that saves.
"""

import os
import subprocess
import sys
import tempfile
import time
from pathlib import Path

PLANS = Path(__file__).parents[1] / "src" / "cielo" / "demo" / "plans"
TIMES = 5
MAIN = "from cielo.cli import main; main()"


def best_s(code: str, *arguments: str, cache: str, times: int | None = None) -> float:
    """The shortest of so many runs, seconds."""
    took = []
    for _ in range(times or TIMES):
        began = time.perf_counter()
        environment = {**os.environ, "XDG_CACHE_HOME": cache}
        subprocess.run([sys.executable, "-c", code, *arguments], env=environment, capture_output=True, check=False)
        took.append(time.perf_counter() - began)
    return min(took)


def main() -> None:
    with tempfile.TemporaryDirectory() as cache:
        bare = best_s("import numpy, numba", cache=cache)

        def told(name: str, seconds: float) -> None:
            print(f"{name:32} {seconds:5.2f} s   {seconds / bare:4.1f} times NumPy and Numba alone ({bare:.2f} s)")

        told("--help", best_s(MAIN, "--help", cache=cache))
        for plan in sorted(PLANS.glob("*.json")):
            told(f"check {plan.name}, inks new", best_s(MAIN, "check", str(plan), cache=cache, times=1))
            told(f"check {plan.name}", best_s(MAIN, "check", str(plan), cache=cache))
            for dpi in ("100", "300"):
                picture = str(Path(cache) / "picture.png")
                told(
                    f"render {plan.name}, {dpi} to the in",
                    best_s(MAIN, "render", str(plan), "--out", picture, "--dpi", dpi, cache=cache),
                )


if __name__ == "__main__":
    main()
