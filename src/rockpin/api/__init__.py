"""The web interface: thin. Schema in, core, schema out."""

from rockpin.api.app import make_app

__all__ = ["make_app"]
