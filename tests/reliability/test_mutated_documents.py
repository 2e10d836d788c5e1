"""Documents of the demonstration with a few things broken in them: each is read and planned, or refused by name."""

import random

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.plan import make_plan
from rockpin.exchange.documents import read_data
from tests.reliability.broken import broken_documents


def test_a_broken_document_is_read_or_refused_by_name() -> None:
    catalogue, chance = load_catalogue(), random.Random(11)
    planned = 0
    for broken in broken_documents(chance, 600):
        faults: tuple[Fault, ...] = ()
        try:
            document = read_data(broken, catalogue)
        except BadInput as refused:
            faults = refused.faults
        assert all(fault.path and fault.message for fault in faults)
        if not faults and planned < 30:
            planned += 1
            assert make_plan(document, catalogue).verdict.sentence
    assert planned == 30, "enough of them can still be read for this to say anything"
