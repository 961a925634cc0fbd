"""A lesson in other people's pages: the frame to paste, and what oEmbed is told of a link."""

import pytest
from django.test import Client

from apps.assignments.embedding import frame

pytestmark = pytest.mark.django_db
HERE = "http://testserver"


def told(url: str, **more: str) -> dict[str, object]:
    return Client().get("/oembed", {"url": url, **more}).json()


def test_a_link_to_a_lesson_is_told_as_a_frame(assignment) -> None:
    data = told(f"{HERE}/s/{assignment.code}", maxwidth="640")
    assert (data["version"], data["type"], data["title"], data["width"]) == ("1.0", "rich", "Locks", 640)
    assert str(data["html"]).startswith(f'<iframe src="{HERE}/s/{assignment.code}" title="Locks" width="640"')


def test_a_title_cannot_break_out_of_the_frame() -> None:
    assert "<script>" not in frame(f"{HERE}/s/x", '"><script>alert(1)</script>')


@pytest.mark.parametrize(
    "url", ["", "nonsense", "http://elsewhere.example/s/{code}", f"{HERE}/s/zzzzzzz", HERE + "/c/{code}"]
)
def test_of_other_links_nothing_is_known(assignment, url) -> None:
    assert Client().get("/oembed", {"url": url.format(code=assignment.code)}).status_code == 404


def test_no_other_format_is_spoken(assignment) -> None:
    assert told(f"{HERE}/s/{assignment.code}", format="json")["title"] == "Locks"
    assert told(f"{HERE}/s/{assignment.code}", format="xml")["code"] == "not_found"


def test_the_teacher_gets_the_frame_to_paste(client, assignment) -> None:
    data = client.get(f"/api/assignments/{assignment.id}/").json()
    assert data["frame"].startswith(f'<iframe src="{data["link"]}"')
