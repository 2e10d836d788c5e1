"""The data of the trade: build-ups, zone rules, fixings, screws, bits and figures, each row with its source."""

from rockpin.catalogue.loader import load_catalogue

__all__ = ["load_catalogue"]
