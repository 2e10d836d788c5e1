"""The job as a JSON file: read with all faults at once, migrated from older versions, written to be read by people."""

import json
import sys
from typing import Any

from pydantic import ValidationError

from rockpin.core.base.errors import BadInput, Fault, faults_of
from rockpin.core.document.job import SCHEMA_VERSION, JobDocument
from rockpin.core.document.upgrades import UPGRADES
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.references import check_references


def _versioned(data: dict[str, Any]) -> dict[str, Any]:
    version = data.get("schema_version")
    if not isinstance(version, int) or isinstance(version, bool):
        raise BadInput(
            [Fault("schema_version", f"is missing or no whole number; this Rock Pin writes {SCHEMA_VERSION}")]
        )
    if version > SCHEMA_VERSION:
        raise BadInput(
            [Fault("schema_version", f"is {version}, from a newer Rock Pin; this one reads up to {SCHEMA_VERSION}")]
        )
    while version < SCHEMA_VERSION:
        if version not in UPGRADES:
            raise BadInput([Fault("schema_version", f"is {version}; the oldest that can be read is {min(UPGRADES)}")])
        data = UPGRADES[version](data)
        version += 1
    return data


def read_document(text: str | bytes, catalogue: Catalogue) -> JobDocument:
    """A job document from JSON text. Raises BadInput with every fault and its path; nothing is read half."""
    return read_data(_json(text), catalogue)


def _json(text: str | bytes) -> object:
    try:
        return json.loads(text)
    except json.JSONDecodeError as error:
        why = f"is no JSON: line {error.lineno}, column {error.colno}: {error.msg}"
    except UnicodeDecodeError as error:
        why = f"is no JSON: {error.reason} at byte {error.start}; save it in UTF-8"
    except RecursionError:
        why = "is nested deeper than any job is; it is no job document"
    except ValueError:
        # what is left is a whole number that Python does not turn into one
        why = f"holds a number of more than {sys.get_int_max_str_digits()} digits; no job holds one"
    raise BadInput([Fault("document", why)])


def read_data(data: object, catalogue: Catalogue) -> JobDocument:
    """A job document from what its JSON says. Raises BadInput as :func:`read_document` does."""
    if not isinstance(data, dict):
        raise BadInput([Fault("document", "must be a JSON object with schema_version, id, site, walls and the job")])
    try:
        job = JobDocument.model_validate(_versioned(data))
    except ValidationError as error:
        raise BadInput(faults_of(error)) from None
    check_references(job, catalogue)
    return job


def write_document(job: JobDocument) -> str:
    """A job document as indented JSON, ending in a newline. Reading it back gives the same job."""
    return job.model_dump_json(indent=2) + "\n"
