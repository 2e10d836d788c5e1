"""Servers on demand: each is forked from this one process, which has loaded the program once for all of them.

Loading takes longer than many a test. Asked by a line on its input, DATA FILE and PIPE: a server of the demo is started
on that file, and says into that pipe what it would print; the first line of it is its number as a process.
"""

import os
import signal
import sys
from multiprocessing import forkserver, get_context

# what the application loads bit by bit
import rockpin.api.loaded
import rockpin.demo  # noqa: F401
from rockpin.cli import main


def _serve(data: str, pipe: str) -> None:
    for number in (signal.SIGINT, signal.SIGCHLD):
        signal.signal(number, signal.SIG_DFL)
    said = os.open(pipe, os.O_WRONLY)
    for stream in (1, 2):
        os.dup2(said, stream)
    os.close(0)
    print(os.getpid(), flush=True)
    # its planners come from the one that was started here, as it asks for them
    forkserver._forkserver.ensure_running = lambda: None  # type: ignore[method-assign]
    sys.argv = ["rockpin", "demo", "--data", data, "--port", "0"]
    main()


if __name__ == "__main__":
    get_context("forkserver").set_forkserver_preload(["rockpin.api.loaded"])
    forkserver.ensure_running()
    # nobody asks how they ended but through their pipes
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    for line in sys.stdin:
        if os.fork() == 0:
            _serve(*line.rstrip("\n").split("\t"))
