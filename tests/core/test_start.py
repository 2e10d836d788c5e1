"""The command line starts with what it needs: help without any computation, a plan without the server."""

import json
import subprocess
import sys
from pathlib import Path

import numpy as np
import pytest
from scipy.stats import qmc

from rockpin.core.advice.check_order import van_der_corput
from rockpin.demo import demo_documents
from rockpin.exchange import write_document

_LOADED = """
import json, sys
from typer.testing import CliRunner
from rockpin.cli import app
result = CliRunner().invoke(app, sys.argv[1:])
assert result.exit_code == 0, result.output
print(json.dumps(sorted({name.split(".")[0] for name in sys.modules})), file=sys.stderr)
"""


def loaded_by(*arguments: str) -> set[str]:
    """The packages that a command has loaded when it ends."""
    ran = subprocess.run([sys.executable, "-c", _LOADED, *arguments], capture_output=True, text=True, check=True)
    return set(json.loads(ran.stderr.splitlines()[-1]))


def test_help_loads_nothing_that_computes() -> None:
    assert loaded_by("--help").isdisjoint({"numpy", "scipy", "shapely", "pint", "fastapi", "sqlalchemy", "reportlab"})


def test_the_demo_has_a_plan_without_server_sheets_and_statistics(tmp_path: Path) -> None:
    file = tmp_path / "job.json"
    file.write_text(write_document(demo_documents()[0]), encoding="utf-8")
    needless = {"scipy", "pint", "fastapi", "sqlalchemy", "reportlab", "uvicorn"}
    assert loaded_by("plan", str(file)).isdisjoint(needless)


@pytest.mark.parametrize(("column", "base"), list(enumerate((2, 3, 5, 7, 11, 13, 17, 19, 23))))
def test_points_are_those_of_the_halton_sequence(column: int, base: int) -> None:
    reference = np.asarray(qmc.Halton(d=column + 1, scramble=False).random(97))[1:, column]
    assert van_der_corput(base, 96) == reference.tolist()
