"""The application: routers, one handler for refusals, and the built screen."""

import re
import secrets
import warnings
from collections.abc import AsyncIterator, Sequence
from contextlib import asynccontextmanager
from pathlib import Path
from typing import Any

from fastapi import APIRouter, FastAPI
from fastapi.middleware.gzip import GZipMiddleware
from fastapi.responses import FileResponse, HTMLResponse, JSONResponse, Response
from fastapi.staticfiles import StaticFiles
from pydantic.warnings import UnsupportedFieldAttributeWarning

from rockpin import __version__
from rockpin.api import (
    at_the_wall,
    devices,
    fixture,
    guide,
    hidden,
    jobs,
    kit,
    packets,
    phones,
    placing,
    practice,
    questions,
    reference,
    shelves,
    sites,
    things,
    wall_photos,
    whole,
)
from rockpin.api.context import AppContext
from rockpin.api.door import Door, content_policy
from rockpin.api.planning import Here, Planner, Workers
from rockpin.api.practice_place import PracticePlace
from rockpin.api.problems import install
from rockpin.api.schemas import Problem
from rockpin.api.weighing import Weighing
from rockpin.core.tables.catalogue import Catalogue
from rockpin.store import Store
from rockpin.store.practice import PracticeStore, practice_file

# models are built when first used, and the framework gives what it hands them an alias that only it reads
warnings.filterwarnings("ignore", category=UnsupportedFieldAttributeWarning)

WEB = Path(__file__).parent.parent / "web"
_LONGEST_PATH = 200
_PAGES = re.compile(r"|ask(/[a-z-]{1,20})?|practice|van|help|docs|phone|jobs/[^/]{1,80}(/[a-z-]{1,20})?/?")
"""The addresses of the screen's pages."""
_PRACTICE_PAGES = re.compile(r"|van|help|jobs/[^/]{1,80}(/[a-z-]{1,20})?/?")
_PAGE = "index.html"
_NONCE_PLACE = "__NONCE__"
"""Where the built page leaves room for the number used once; web/vite.config.ts puts it there."""


def _page(web: Path, status: int) -> Response:
    """The one page of the screen, with a fresh number for the styles that dialogs add while they are open."""
    nonce = secrets.token_urlsafe(16)
    text = (web / _PAGE).read_text("utf-8").replace(_NONCE_PLACE, nonce)
    return HTMLResponse(text, status_code=status, headers={"content-security-policy": content_policy(nonce)})


def _describe_with_examples(app: FastAPI) -> None:
    """Gives the schema of the application its examples when somebody first asks for it."""
    plain = app.openapi

    def described() -> dict[str, Any]:
        if app.openapi_schema is None:
            # the demo is loaded for whoever wants to see it
            from rockpin.api.examples import with_examples

            app.openapi_schema = with_examples(plain())
        return app.openapi_schema

    app.openapi = described  # type: ignore[method-assign]


def _include(app: FastAPI, router: APIRouter) -> None:
    app.include_router(router, responses={status: {"model": Problem} for status in (404, 409, 422)})


def _answer_the_rest(app: FastAPI) -> None:
    """Says of every other address of the interface that there is none."""

    @app.get("/api/{rest:path}", include_in_schema=False)
    def unknown(rest: str) -> Response:
        return JSONResponse({"title": f"There is no /api/{rest}.", "faults": []}, status_code=404)


def _practice_app(data_file: Path, catalogue: Catalogue, web: Path) -> FastAPI:
    """The place to practise: the same stages on a data file of its own, from which nothing goes out."""
    context = AppContext(store=PracticeStore(practice_file(data_file)), shipped=catalogue)
    app = FastAPI(docs_url=None, redoc_url=None, openapi_url=None)
    app.state.context, app.state.planner, app.state.pairing = context, Here(context), None
    install(app)
    for part in (jobs, fixture, things, wall_photos, placing, packets, kit, devices, hidden, at_the_wall, practice):
        _include(app, part.router)
    _include(app, reference.router)
    _answer_the_rest(app)

    @app.get("/{path:path}", include_in_schema=False)
    def screen(path: str) -> Response:
        return _page(web, 200 if _PRACTICE_PAGES.fullmatch(path) else 404)

    return app


def make_app(
    store: Store, catalogue: Catalogue, web: Path = WEB, workers: int = 0, hosts: Sequence[str] = ()
) -> FastAPI:
    """An application on a store. Serves the built screen from ``web`` if it is there.

    ``workers``: processes beside this one that work out the plans; with 0 they are worked out here. ``hosts``: names
    besides those of this machine that it answers to.
    """
    context = AppContext(store=store, shipped=catalogue)
    planner: Planner = Workers(store.path, workers) if workers else Here(context)

    place = PracticePlace(lambda: _practice_app(store.path, catalogue, web))

    @asynccontextmanager
    async def lifespan(_app: FastAPI) -> AsyncIterator[None]:
        yield
        planner.close()
        place.close()
        store.close()

    app = FastAPI(
        title="Rock Pin",
        description="What a wall is made of, what is hidden in it, what will hold, and where to drill.",
        version=__version__,
        lifespan=lifespan,
        docs_url=None,
        redoc_url=None,
        # each operation is called as its function: one name, given by hand
        generate_unique_id_function=lambda route: route.name,
    )
    _describe_with_examples(app)
    app.state.context, app.state.planner = context, planner
    # set where phones may be let in
    app.state.pairing = None
    app.add_middleware(GZipMiddleware, minimum_size=2000, compresslevel=3)
    app.add_middleware(Weighing)
    app.add_middleware(Door, hosts=hosts)
    install(app)
    for part in (
        sites,
        jobs,
        fixture,
        things,
        wall_photos,
        placing,
        packets,
        kit,
        devices,
        guide,
        hidden,
        at_the_wall,
        phones,
        questions,
        shelves,
        whole,
        practice,
        reference,
    ):
        _include(app, part.router)
    _answer_the_rest(app)
    app.mount("/practice", place)
    if (web / "assets").is_dir():
        app.mount("/assets", StaticFiles(directory=web / "assets"), name="assets")

        @app.get("/{path:path}", include_in_schema=False)
        def screen(path: str) -> Response:
            # a name too long for the file system is no file either
            file = web / path if len(path) < _LONGEST_PATH else web / "none"
            inside = file.is_file() and file.resolve().is_relative_to(web.resolve())
            if inside and file.name != _PAGE:
                return FileResponse(file)
            return _page(web, 200 if _PAGES.fullmatch(path) else 404)

    return app
