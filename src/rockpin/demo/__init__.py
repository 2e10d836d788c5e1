"""The demo site: Slipway House, the boathouse of a rowing club that nobody will find on a map."""

from rockpin.demo.slipway_house import DEMO_SITE_ID, demo_documents

__all__ = ["DEMO_SITE_ID", "demo_documents"]
