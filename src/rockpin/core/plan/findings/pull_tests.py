"""What is to be said of pulls on the spot: what they confirm, raise, lower, or leave open."""

from collections.abc import Sequence

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import UnitSystem, show_force
from rockpin.core.choice import Proof
from rockpin.core.tables.catalogue import Catalogue


def _say(severity: Severity, code: str, sentence: str, action: str | None, proof: Proof) -> Finding:
    return Finding(
        severity=severity,
        stage=Stage.FIXING,
        code=code,
        sentence=sentence,
        action=action,
        figures={"tabled_n": proof.tabled_n, "working_n": proof.working_n},
        where=Where(fixing=proof.fixing),
    )


def proof_findings(proofs: Sequence[Proof], catalogue: Catalogue, units: UnitSystem) -> list[Finding]:
    """What the tests prove, in a sentence each."""
    figures, found = catalogue.figures.choice, []
    for proof in proofs:
        label = catalogue.fixing_by_key[proof.fixing].label
        was = show_force(proof.tabled_n, units, demand=False)
        now = show_force(proof.working_n, units, demand=False)
        if proof.caps:
            found.append(
                _say(
                    Severity.NOTE,
                    "tests-cap",
                    f"{label}: pulls on the spot that failed allow no more than {now} pulled out, whatever the formula "
                    "says.",
                    "Take a stronger fixing, or another place.",
                    proof,
                )
            )
        elif proof.working_n > proof.tabled_n + 1e-9:
            found.append(
                _say(
                    Severity.PERMIT,
                    "tests-raise",
                    f"{label}: {proof.failures} tests to failure allow {now} pulled out instead of {was}.",
                    None,
                    proof,
                )
            )
        elif proof.working_n < proof.tabled_n - 1e-9:
            found.append(
                _say(
                    Severity.NOTE,
                    "tests-lower",
                    f"{label}: the tests allow only {now} pulled out, the table says {was}; the tests count.",
                    "Take a stronger fixing, or another place.",
                    proof,
                )
            )
        elif proof.confirmed:
            found.append(
                _say(
                    Severity.PERMIT,
                    "tests-confirm",
                    f"{label}: {proof.proofs} pulls of 1.5 times {was} held without moving: its value is confirmed, "
                    "not raised.",
                    None,
                    proof,
                )
            )
        else:
            wanted = show_force(figures.proof_factor * proof.tabled_n, units, demand=True)
            found.append(
                _say(
                    Severity.NOTE,
                    "tests-few",
                    f"{label}: {proof.proofs} of {figures.proofs_least:g} pulls of {wanted} so far, and "
                    f"{proof.failures} of {figures.test_failures_least:g} tests to failure.",
                    f"{figures.proofs_least:g} pulls confirm the table, {figures.test_failures_least:g} tests to "
                    "failure may raise it.",
                    proof,
                )
            )
    return found
