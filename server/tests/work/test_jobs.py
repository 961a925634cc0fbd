from dataclasses import replace

import pytest

from apps.work import services
from apps.work.models import Job
from apps.work.services import KINDS, Kind, Steps

from ..conftest import make_teacher, run_jobs

pytestmark = pytest.mark.django_db


@pytest.fixture
def done(monkeypatch) -> list[str]:
    """What a kind of job for these tests did, step by step."""
    steps: list[str] = []

    def work(job: Job, progress: Steps) -> dict[str, str]:
        progress.once("first", lambda _share: steps.append("first"))
        progress.once("second", lambda share: (steps.append("second"), share(0.5), share(0.504), share(1.0)))
        progress.say(heard="words")
        return {"made": "it"}

    monkeypatch.setitem(KINDS, "test", Kind(("first", "second"), work, "heavy", lambda _job: steps.append("cleared")))
    return steps


@pytest.fixture
def job(teacher, done) -> Job:
    return services.start(teacher, "test", {}, title="A test")


def test_steps_are_done_in_order_and_say_how_far_they_are(job, done) -> None:
    run_jobs()
    job.refresh_from_db()
    assert done == ["first", "second"]
    assert (job.state, job.result) == ("done", {"made": "it"})
    assert [(s["state"], s["share"]) for s in job.steps] == [("done", 1.0), ("done", 1.0)]
    assert job.started_at is not None
    assert job.ended_at >= job.started_at


def test_a_step_of_another_line_goes_on_there(teacher, done, monkeypatch) -> None:
    lines: list[str] = []
    kind = replace(KINDS["test"], elsewhere={"first": "links"})
    monkeypatch.setitem(KINDS, "test", kind)
    job = services.start(teacher, "test", {})
    monkeypatch.setattr(services, "_queue", lambda job: lines.append(services.line_of(job)))
    assert services.line_of(job) == "links"
    services.run(str(job.id))
    job.refresh_from_db()
    assert (job.state, job.tries, done, lines) == ("waiting", 0, ["first"], ["heavy"])
    services.run(str(job.id))
    job.refresh_from_db()
    assert (job.state, done) == ("done", ["first", "second"])


def test_a_step_that_was_done_is_not_done_again(job, done) -> None:
    job.steps[0]["state"] = "done"
    job.save()
    run_jobs()
    assert done == ["second"]


def test_a_job_cancelled_while_it_waits_never_runs_and_is_cleared_away(job, done, client) -> None:
    assert client.delete(f"/api/jobs/{job.id}/").status_code == 204
    services.run(str(job.id))
    job.refresh_from_db()
    assert (job.state, done) == ("cancelled", ["cleared"])
    assert client.get("/api/jobs/").json() == []


def test_putting_away_what_is_done_clears_nothing(job, done, client) -> None:
    run_jobs()
    client.delete(f"/api/jobs/{job.id}/")
    job.refresh_from_db()
    assert (job.state, done) == ("done", ["first", "second"])


def test_only_what_failed_can_be_tried_again_and_by_its_owner_alone(job, client, stranger) -> None:
    assert client.post(f"/api/jobs/{job.id}/").status_code == 409
    assert stranger.post(f"/api/jobs/{job.id}/").status_code == 404
    run_jobs()
    assert client.post(f"/api/jobs/{job.id}/").json()["code"] == "not_failed"


def test_a_failed_job_keeps_what_it_had_until_it_is_put_away(job, done, client, monkeypatch) -> None:
    def broken(_job: Job, progress: Steps) -> dict[str, str]:
        progress.once("first", lambda _share: 1 / 0)
        return {}

    monkeypatch.setitem(KINDS, "test", Kind(("first", "second"), broken, "heavy", KINDS["test"].gave_up))
    run_jobs()
    assert client.get("/api/jobs/").json()[0]["state"] == "failed"
    assert done == []
    client.delete(f"/api/jobs/{job.id}/")
    assert done == ["cleared"]


def test_a_job_that_kills_its_worker_is_given_up_after_three_times(job, done, client) -> None:
    """A worker that dies leaves the job running; another takes it up."""
    for tries in range(1, 4):
        Job.objects.filter(id=job.id).update(state=Job.State.RUNNING, tries=tries)
    services.run(str(job.id))
    job.refresh_from_db()
    assert (job.state, job.error_code, done) == ("failed", "worker_died", [])
    assert client.post(f"/api/jobs/{job.id}/").status_code == 202
    run_jobs()
    job.refresh_from_db()
    assert (job.state, done) == ("done", ["first", "second"])


def test_all_work_is_listed_newest_first_and_is_its_owner_s_alone(job, client, teacher) -> None:
    later = services.start(teacher, "test", {}, title="Later")
    services.start(make_teacher("nora@school.example", "Nora"), "test", {}, title="Nora's")
    assert [j["id"] for j in client.get("/api/jobs/").json()] == [str(later.id), str(job.id)]
