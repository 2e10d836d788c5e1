"""What tests share: the catalogue, and builders of small walls and fixtures whose figures are easy by hand."""

import pytest
from hypothesis import settings

from rockpin.catalogue import load_catalogue
from rockpin.core.tables.catalogue import Catalogue

settings.register_profile("steady", derandomize=True, deadline=None, max_examples=60)
settings.load_profile("steady")


@pytest.fixture(scope="session")
def catalogue() -> Catalogue:
    return load_catalogue()
