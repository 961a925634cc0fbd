"""The stand-in writing assistant, for the tests of what a text-generation service does."""

import sys
import threading
from pathlib import Path
from wsgiref.simple_server import make_server

import pytest

from apps.lessons.writing import writers

STAND_IN = Path(__file__).resolve().parents[3] / "standins" / "writing_assistant"


@pytest.fixture
def assistant(settings, monkeypatch):
    """The stand-in assistant on a port of its own; call it with the way it is to behave."""
    monkeypatch.syspath_prepend(str(STAND_IN))
    monkeypatch.setattr(writers, "FIRST_WAIT_S", 0.01)
    sys.modules.pop("app", None)
    import app

    monkeypatch.setattr(app, "SLOW_S", 1.5)
    server = make_server("127.0.0.1", 0, app.application, app.Server, app.Quiet)
    threading.Thread(target=server.serve_forever, daemon=True).start()

    def behave(model: str) -> None:
        settings.WRITER = app.setting(server.server_port, model) | {"timeout_s": 0.5}

    yield behave
    server.shutdown()
    server.server_close()
