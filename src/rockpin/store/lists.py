"""What the lists on the screen show, read without bodies and plans, and the verdicts that are kept for them."""

from contextlib import suppress

from sqlalchemy.exc import OperationalError

from rockpin.core.document.job import JobBody, Site
from rockpin.store.listing import JobRow, Order, Page, SiteRow, WallRow, job_rows, page_of, site_rows, wall_rows
from rockpin.store.loading import document_of
from rockpin.store.sessions import Sessions
from rockpin.store.standing import Shown, keep_verdict, kept_verdicts, made_from, planned_on


class Lists:
    """The lists of one data file. ``program``: what the verdicts that may be shown were made with."""

    def __init__(self, sessions: Sessions) -> None:
        self._sessions = sessions

    def page(self, search: str, start: int, program: str, order: Order = Order.TOUCHED, away: bool = False) -> Page:
        """A page of the list of sites, as :func:`rockpin.store.listing.page_of`."""
        with self._sessions.reading() as session:
            return page_of(session, search, start, program, order, away)

    def site(self, site_id: str, program: str) -> SiteRow:
        """A site with all of its walls and jobs as the list shows them. Raises NotFound."""
        with self._sessions.reading() as session:
            document_of(session, Site, site_id)
            return site_rows(session, [site_id], program)[0]

    def walls(self, site_id: str) -> list[WallRow]:
        """The walls of a site as the list shows them."""
        with self._sessions.reading() as session:
            return wall_rows(session, [site_id]).get(site_id, [])

    def planned_on(self, wall_id: str, besides: str) -> list[str]:
        """The ids of the other jobs whose thing goes on a wall."""
        with self._sessions.reading() as session:
            return planned_on(session, wall_id, besides)

    def job(self, job_id: str, program: str) -> JobRow:
        """A job as the list shows it. Raises NotFound."""
        with self._sessions.reading() as session:
            return job_rows(session, [document_of(session, JobBody, job_id)], program)[job_id]

    def made_from(self, job_id: str) -> str:
        """The states that a plan of a job is made from now. Raises NotFound."""
        with self._sessions.reading() as session:
            document_of(session, JobBody, job_id)
            return made_from(session, [job_id])[job_id]

    def kept_verdict(self, job_id: str, stands: str) -> Shown | None:
        """The verdict kept of a job, if it was made from these states."""
        with self._sessions.reading() as session:
            before = kept_verdicts(session, [job_id]).get(job_id)
            return before[1] if before and before[0] == stands else None

    def keep_verdict(self, job_id: str, stands: str, shown: Shown) -> None:
        """Keeps a verdict with what it was made from. It waits for one turn: what is not kept is worked out again."""
        with suppress(OperationalError):
            if self.kept_verdict(job_id, stands) == shown:
                return
            with self._sessions.noting() as session:
                keep_verdict(session, job_id, stands, shown)
