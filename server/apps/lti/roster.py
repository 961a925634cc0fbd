"""Who is in a platform's course: fetched from there, and brought into the class that stands for it."""

from __future__ import annotations

from typing import Any

from django.utils import timezone

from apps.lti.calling import Caller
from apps.lti.launching import learner_of
from apps.lti.models import Course
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from config import links
from config.errors import SentenceError
from escuela_core.exchange.lti import ROSTER_SCOPE, ROSTER_TYPE, Person, next_page, people_in

MOST_PAGES, MOST_PEOPLE = 50, 2_000


def wanted(course: Course) -> Job:
    """Have the list of ``course`` fetched, whose platform tells names."""
    return work.start(course.owner, "roster", {"course": course.pk}, title=course.school_class.name)


@long_work("roster", ("list", "names"), queue="links")
def fetch(job: Job, steps: Steps) -> dict[str, Any]:
    """Who learns in the course is in the class from then on; who is not there any more stays with what they did."""
    course = Course.objects.select_related("platform", "school_class").get(pk=job.given["course"])
    found: list[Person] = []

    def read(share: Any) -> None:
        found[:] = _people(course)
        share(1.0)

    def keep(share: Any) -> None:
        people = found or _people(course)
        known = set(course.learners.values_list("subject", flat=True))
        learners = [p for p in people if not p.teaches]
        for n, person in enumerate(learners, 1):
            try:
                learner_of(course, person.subject, person.name)
            except SentenceError as error:
                if error.code != "launch_taken_out":
                    raise
            share(n / len(learners))
        course.roster_read_at = timezone.now()
        course.save(update_fields=["roster_read_at"])
        here = {p.subject for p in learners}
        steps.say(new=len(here - known), gone=len(known - here), students=len(here))

    steps.once("list", read)
    steps.once("names", keep)
    return dict(job.result)


def _people(course: Course) -> list[Person]:
    """Everybody on the list, page by page, each once."""
    caller, url = Caller(course.platform, ROSTER_SCOPE), course.roster_url
    found: dict[str, Person] = {}
    for _ in range(MOST_PAGES):
        answer = caller.get(url, ROSTER_TYPE)
        page = links.json_of(answer)
        if page is None:
            raise SentenceError("link_broken", "The other side's answer could not be read.")
        found |= {p.subject: p for p in people_in(page)}
        url = next_page(answer.headers.get("link", ""))
        if not url or len(found) > MOST_PEOPLE:
            break
    return list(found.values())[:MOST_PEOPLE]
