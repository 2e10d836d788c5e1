"""What processes that plan are forked from: program and catalogue are loaded once for all of them, and one that has to
be started anew answers at once."""

import signal

from rockpin.collector import set_aside_what_is_loaded, wait_for_start

# Ctrl+C is for the one that serves
signal.signal(signal.SIGINT, signal.SIG_IGN)
wait_for_start()

import rockpin.api.tasks  # noqa: E402, F401
from rockpin.catalogue import load_catalogue  # noqa: E402

load_catalogue()
# what nobody looks over stays one and the same memory for all of them
set_aside_what_is_loaded()
