import threading

import pytest
from procrastinate.contrib.django import app

from apps.lessons.models import Lesson
from apps.work.models import Job

from ..conftest import make_lesson, make_teacher

pytestmark = pytest.mark.django_db(transaction=True)


def work_off() -> None:
    """A real worker, until the queue is empty."""
    with app.replace_connector(app.connector.get_worker_connector()):
        app.run_worker(wait=False, install_signal_handlers=False, listen_notify=False)


def in_a_thread(target) -> None:
    thread = threading.Thread(target=target)
    thread.start()
    thread.join(timeout=60)
    assert not thread.is_alive()


def test_a_worker_does_what_was_queued() -> None:
    lesson = make_lesson(make_teacher())
    from apps.lessons.services import describe

    describe(lesson, title="Another name", folder=None)
    assert Lesson.objects.get().is_checking
    in_a_thread(work_off)
    assert not Lesson.objects.get().is_checking
    assert Job.objects.filter(kind="check", state="done").exists()


def test_what_a_dead_worker_left_is_taken_up_again() -> None:
    from django.db import connection

    from apps.lessons.services import describe

    lesson = make_lesson(make_teacher())
    describe(lesson, title="Another name", folder=None)
    with connection.cursor() as cursor:
        cursor.execute(
            "INSERT INTO procrastinate_workers (last_heartbeat) VALUES (now() - interval '5 minutes') RETURNING id"
        )
        worker = cursor.fetchone()[0]
        cursor.execute("UPDATE procrastinate_jobs SET status = 'doing', worker_id = %s WHERE status = 'todo'", [worker])
    Job.objects.filter(state="waiting").update(state="running")

    def rescue() -> None:
        import asyncio

        from apps.work.tasks import take_up_stalled

        async def all_of_it() -> int:
            async with app.open_async():
                return await take_up_stalled()

        with app.replace_connector(app.connector.get_worker_connector()):
            assert asyncio.run(all_of_it()) >= 1

    in_a_thread(rescue)
    in_a_thread(work_off)
    assert not Lesson.objects.get().is_checking
