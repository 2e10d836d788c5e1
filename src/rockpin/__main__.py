"""``python -m rockpin``: the same as the ``rockpin`` command."""

from rockpin.cli import main

main()
