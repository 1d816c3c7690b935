"""One lock for every loop that is compiled to run on all cores: not every threading layer of the compiler may be entered twice at
once, and one such loop uses all cores anyway."""

from threading import Lock

one_at_a_time = Lock()
