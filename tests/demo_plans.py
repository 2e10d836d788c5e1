"""Plans of whole jobs, and what they say."""

from rockpin.catalogue import load_catalogue
from rockpin.core.document.job import JobDocument
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.demo import demo_documents

SQUARE = ((25, 25), (125, 25), (25, 125), (125, 125))


def plan(document: JobDocument) -> Plan:
    return make_plan(document, load_catalogue())


def codes(made: Plan) -> set[str]:
    return {finding.code for finding in made.findings}


def demo(key: str) -> JobDocument:
    return next(document for document in demo_documents() if document.id == key)
