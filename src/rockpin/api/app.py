"""The application: routers, one handler for refusals, and the built screen."""

import re
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path

from fastapi import FastAPI
from fastapi.middleware.gzip import GZipMiddleware
from fastapi.responses import FileResponse, JSONResponse, Response
from fastapi.staticfiles import StaticFiles

from rockpin import __version__
from rockpin.api import devices, fixture, hidden, jobs, kit, packets, reference, sites
from rockpin.api.context import AppContext
from rockpin.api.door import Door
from rockpin.api.problems import install
from rockpin.api.schemas import Problem
from rockpin.core.tables.catalogue import Catalogue
from rockpin.store import Store

WEB = Path(__file__).parent.parent / "web"
_LONGEST_PATH = 200
_PAGES = re.compile(r"|van|jobs/[^/]{1,80}(/[a-z-]{1,20})?/?")
"""The addresses of the screen's pages."""


def make_app(store: Store, catalogue: Catalogue, web: Path = WEB) -> FastAPI:
    """An application on a store. Serves the built screen from ``web`` if it is there."""

    @asynccontextmanager
    async def lifespan(_app: FastAPI) -> AsyncIterator[None]:
        yield
        store.close()

    app = FastAPI(title="Rock Pin", version=__version__, lifespan=lifespan, docs_url=None, redoc_url=None)
    app.state.context = AppContext(store=store, shipped=catalogue)
    app.add_middleware(GZipMiddleware, minimum_size=2000, compresslevel=3)
    app.add_middleware(Door)
    install(app)
    for part in (sites, jobs, fixture, packets, kit, devices, hidden, reference):
        router = part.router
        app.include_router(router, responses={status: {"model": Problem} for status in (404, 409, 422)})

    @app.get("/api/{rest:path}", include_in_schema=False)
    def unknown(rest: str) -> Response:
        return JSONResponse({"title": f"There is no /api/{rest}.", "faults": []}, status_code=404)

    if (web / "assets").is_dir():
        app.mount("/assets", StaticFiles(directory=web / "assets"), name="assets")

        @app.get("/{path:path}", include_in_schema=False)
        def screen(path: str) -> FileResponse:
            # a name too long for the file system is no file either
            file = web / path if len(path) < _LONGEST_PATH else web / "none"
            inside = file.is_file() and file.resolve().is_relative_to(web.resolve())
            if inside:
                return FileResponse(file)
            known = _PAGES.fullmatch(path) is not None
            return FileResponse(web / "index.html", status_code=200 if known else 404)

    return app
