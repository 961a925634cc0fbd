"""What holds for every address: strangers, queries, the description of the API, the production settings."""

import json
import os
import subprocess
import sys
import uuid
from pathlib import Path

import pytest
from django.conf import settings
from django.http import HttpResponse
from django.test import RequestFactory

from apps.assignments.services import share
from apps.study.services import join
from config.headers import LoopbackOnlyMiddleware
from escuela_core.transcripts import repairs
from escuela_core.writing.pasting import remarks

from .conftest import CHOICE, GAP, StudentBrowser, answered, item_with, make_lesson

pytestmark = pytest.mark.django_db


def test_an_api_address_that_is_not_there_is_a_problem_not_a_page(client) -> None:
    answered = client.get("/api/nothing/here/")
    assert (answered.status_code, answered.headers["Content-Type"]) == (404, "application/problem+json")
    assert client.get("/lessons/anything").status_code == 200


def test_bodies_that_are_no_json_are_refused_in_a_sentence(client, lesson) -> None:
    answered = client.post(f"/api/lessons/{lesson.id}/segments/", "{no json", content_type="application/json")
    assert answered.status_code == 400
    assert answered.json()["detail"]


def queries(django_assert_max_num_queries, most: int, call) -> None:
    with django_assert_max_num_queries(most):
        assert call().status_code == 200


def test_queries_are_bounded_however_large_the_class(client, assignment, lesson, django_assert_max_num_queries) -> None:
    choice, gap = item_with(lesson, "choice"), item_with(lesson, "gap")
    sheet = f"/api/assignments/{assignment.id}/sheet/"
    queries(django_assert_max_num_queries, 12, lambda: client.get(sheet))
    for n in range(25):
        student = join(assignment, f"Student {n}")
        answered(student, uuid.uuid4(), choice.id, {"chosen": [n % 3]})
        answered(student, uuid.uuid4(), gap.id, {"text": "Olivares"})
    queries(django_assert_max_num_queries, 12, lambda: client.get(sheet))
    queries(django_assert_max_num_queries, 12, lambda: client.get(f"/api/assignments/{assignment.id}/segments/0/"))
    queries(
        django_assert_max_num_queries, 12, lambda: client.get(f"/api/assignments/{assignment.id}/items/{choice.id}/")
    )


def test_queries_are_bounded_however_many_lessons(client, teacher, lesson, django_assert_max_num_queries) -> None:
    queries(django_assert_max_num_queries, 6, lambda: client.get("/api/lessons/"))
    for _ in range(4):
        make_lesson(teacher, (CHOICE, GAP))
    queries(django_assert_max_num_queries, 6, lambda: client.get("/api/lessons/"))
    queries(django_assert_max_num_queries, 8, lambda: client.get(f"/api/lessons/{lesson.id}/"))
    queries(django_assert_max_num_queries, 5, lambda: client.get(f"/api/lessons/{lesson.id}/script/"))


def test_queries_of_an_answer_are_bounded(lesson, teacher, django_assert_max_num_queries) -> None:
    browser = StudentBrowser(share(teacher, lesson, name="x", policy={}))
    item = item_with(lesson, "choice")
    queries(django_assert_max_num_queries, 5, lambda: browser.answer(item, {"chosen": [0]}))
    queries(django_assert_max_num_queries, 6, lambda: browser.client.get(browser.base))


def test_the_description_of_the_api_and_the_web_s_types_are_current(tmp_path) -> None:
    fresh = tmp_path / "openapi.yaml"
    command = [sys.executable, "manage.py", "spectacular", "--file", str(fresh)]
    environment = os.environ | {"DJANGO_SETTINGS_MODULE": "config.settings.test"}
    subprocess.run(command, cwd=settings.ROOT / "server", check=True, capture_output=True, env=environment)
    assert fresh.read_text() == (settings.ROOT / "server" / "openapi.yaml").read_text(), "run ops/types.sh"
    types = tmp_path / "schema.d.ts"
    tool = settings.ROOT / "web" / "node_modules" / ".bin" / "openapi-typescript"
    subprocess.run([tool, fresh, "-o", types], check=True, capture_output=True)
    assert types.read_text() == (settings.ROOT / "web" / "src" / "api" / "schema.d.ts").read_text(), "run ops/types.sh"


PRODUCTION = {
    "DJANGO_SETTINGS_MODULE": "config.settings.production",
    "ESCUELA_SECRET_KEY": "k" * 30 + "Aa1!" * 12,
    "ESCUELA_HOSTS": "escuela.school.example",
    "ESCUELA_PROXIES": "1",
    "ESCUELA_MAIL_HOST": "mail.school.example",
    "ESCUELA_MAIL_FROM": "Escuela <escuela@school.example>",
}


def checked(environment: dict[str, str]) -> subprocess.CompletedProcess[str]:
    command = [sys.executable, "-W", "ignore", "manage.py", "check", "--deploy", "--fail-level", "WARNING"]
    return subprocess.run(
        command,
        cwd=settings.ROOT / "server",
        capture_output=True,
        text=True,
        env={k: v for k, v in os.environ.items() if not k.startswith("ESCUELA_")} | environment,
        check=False,
    )


def test_production_settings_pass_django_s_own_checks() -> None:
    done = checked(PRODUCTION)
    assert done.returncode == 0, done.stderr


def test_what_production_lacks_is_said_when_it_starts_in_a_sentence_each() -> None:
    done = checked({"DJANGO_SETTINGS_MODULE": PRODUCTION["DJANGO_SETTINGS_MODULE"], "DATABASE_URL": ""})
    assert done.returncode != 0
    for name in [*PRODUCTION, "DATABASE_URL"][1:]:
        assert f"Set {name} to" in done.stderr
    assert "ESCUELA_HOSTS must name the hosts" in checked(PRODUCTION | {"ESCUELA_HOSTS": "*"}).stderr


def test_a_server_for_trying_out_answers_its_own_machine_alone() -> None:
    answer = LoopbackOnlyMiddleware(lambda _request: HttpResponse("in"))
    make = RequestFactory()
    assert answer(make.get("/", REMOTE_ADDR="127.0.0.1")).status_code == 200
    assert answer(make.get("/", REMOTE_ADDR="192.168.1.7")).status_code == 403
    assert answer(make.get("/", REMOTE_ADDR="127.0.0.1", headers={"X-Forwarded-For": "1.2.3.4"})).status_code == 403
    assert "LoopbackOnlyMiddleware" in (settings.ROOT / "server/config/settings/dev.py").read_text("utf-8")


def test_no_migration_is_missing() -> None:
    from django.core.management import call_command

    call_command("makemigrations", "--check", "--dry-run", verbosity=0)


@pytest.mark.parametrize(
    ("area", "sentences"), [("repair", repairs.SENTENCES), ("remark", remarks.SENTENCES)], ids=["repairs", "remarks"]
)
def test_every_sentence_of_the_core_has_its_words_in_the_catalogue(area, sentences) -> None:
    path = Path(__file__).resolve().parents[2] / "web" / "src" / "messages" / "teacher.json"
    catalogue = json.loads(path.read_text("utf-8"))
    for code, sentence in sentences.items():
        message = catalogue[f"{area}.{code}"]["en"]
        assert message.replace("{{", "{").replace("}}", "}") == sentence


def test_starting_loads_no_language_model():
    heavy = "{'spacy', 'wordfreq', 'lemminflect'}"
    look = f"import config.wsgi, config.urls, sys; print(sorted({heavy} & set(sys.modules)))"
    server = Path(__file__).resolve().parents[1]
    done = subprocess.run([sys.executable, "-c", look], cwd=server, capture_output=True, text=True, check=True)
    assert done.stdout.strip() == "[]"
