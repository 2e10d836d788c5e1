"""One handler for everything that Rock Pin refuses: a status, a sentence, and every fault with its path."""

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import ValidationError
from starlette.exceptions import HTTPException

from rockpin.api.schemas import FaultOut, Problem
from rockpin.core.base.errors import (
    MOST_FAULTS,
    BadInput,
    CannotPlan,
    Fault,
    NotFound,
    Overtaken,
    RockPinError,
    StaleWrite,
    fault_of,
    faults_of,
    most_of,
)
from rockpin.core.base.quantities import UnitSystem, told_in
from rockpin.store import BadDataFile


def _answer(status: int, problem: Problem) -> JSONResponse:
    return JSONResponse(problem.model_dump(mode="json"), status_code=status)


def _faulty(faults: list[Fault], request: Request) -> JSONResponse:
    imperial = request.headers.get("x-rock-pin-units") == UnitSystem.IMPERIAL
    units = UnitSystem.IMPERIAL if imperial else UnitSystem.METRIC
    return _answer(
        422,
        Problem(
            title="Nothing was saved: " + ("one thing is wrong." if len(faults) == 1 else f"{len(faults)} are wrong."),
            faults=tuple(
                FaultOut(path=fault.path, message=fault.message, says=told_in(fault.says, units)) for fault in faults
            ),
        ),
    )


def install(app: FastAPI) -> None:
    """Puts the handlers on the application."""

    @app.exception_handler(RockPinError)
    def _refused(request: Request, error: RockPinError) -> JSONResponse:
        match error:
            case BadInput():
                return _faulty(list(error.faults), request)
            case CannotPlan():
                return _answer(422, Problem(title=str(error), unplannable=True))
            case NotFound():
                return _answer(404, Problem(title=str(error)))
            case StaleWrite():
                return _answer(409, Problem(title=str(error), current_revision=error.current_revision))
            case Overtaken():
                return _answer(409, Problem(title=str(error)))
            case BadDataFile():
                return _answer(503, Problem(title=str(error)))
        return _answer(400, Problem(title=str(error)))

    @app.exception_handler(ValidationError)
    def _invalid(request: Request, error: ValidationError) -> JSONResponse:
        return _faulty(faults_of(error), request)

    @app.exception_handler(RequestValidationError)
    def _unreadable(request: Request, error: RequestValidationError) -> JSONResponse:
        faults, found = [], error.errors()
        for one in found[:MOST_FAULTS]:
            # "body" only says where in the request it stood
            place = tuple(part for part in one["loc"] if part not in ("body", "query", "path"))
            faults.append(fault_of({**one, "loc": place}))
        return _faulty(most_of(faults, len(found)), request)

    @app.exception_handler(HTTPException)
    def _unread(_request: Request, error: HTTPException) -> JSONResponse:
        # what the framework itself turns away: a body that is no JSON however one looks at it, a method that is none
        unread = "Nothing was read: what was sent cannot be read as JSON; it is cut off, nested too deep or too long."
        return _answer(error.status_code, Problem(title=unread if error.status_code == 400 else f"{error.detail}."))
