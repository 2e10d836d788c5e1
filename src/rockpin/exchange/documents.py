"""The job as a JSON file: read with all faults at once, migrated from older versions, written to be read by people."""

import json
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
    try:
        data = json.loads(text)
    except (json.JSONDecodeError, UnicodeDecodeError) as error:
        place = (
            f"line {error.lineno}, column {error.colno}: {error.msg}"
            if isinstance(error, json.JSONDecodeError)
            else str(error)
        )
        raise BadInput([Fault("document", f"is no JSON: {place}")]) from None
    return read_data(data, catalogue)


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
