"""The benchmarks that drive a browser run to their end, for a moment. Nothing of what they print is asserted."""

import subprocess
import sys

import pytest

BRIEFLY = {"live": "bench.SECONDS = 0.2", "shelf": "bench.INKS = (3, 6)"}


@pytest.mark.parametrize("name", BRIEFLY)
def test_it_runs_to_its_end(name: str) -> None:
    """In a process of its own, because it drives a browser of its own."""
    code = f"import benchmarks.{name} as bench; {BRIEFLY[name]}; bench.main()"
    ran = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, timeout=500, check=False)
    assert ran.returncode == 0, ran.stderr[-2000:]
    assert ran.stdout
