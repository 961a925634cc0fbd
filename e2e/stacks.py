"""The whole of Escuela as ./run starts it, for journeys: the demo is made once, and each worker of the tests begins
with a copy of it."""

from __future__ import annotations

import json
import os
import shutil
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path
from urllib.parse import urlsplit, urlunsplit

import psycopg

ROOT = Path(__file__).resolve().parents[1]
# Where workers find what was made for all of them.
SEED = "E2E_SEED"


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def host_command(port: int) -> list[str]:
    """The stand-in host of recordings."""
    return [sys.executable, str(ROOT / "standins" / "video_host" / "app.py"), "--port", str(port)]


def killed(process: subprocess.Popen[bytes] | None) -> None:
    """kill -9, the whole group."""
    if process is not None and process.poll() is None:
        os.killpg(process.pid, 9)
        process.wait()


class Stack:
    """Server and worker as processes, which a test may kill and start again."""

    def __init__(self, environment: dict[str, str], host_port: int) -> None:
        self.environment = environment
        self.port = free_port()
        self.server: subprocess.Popen[bytes] | None = None
        self.worker: subprocess.Popen[bytes] | None = None
        self.host_port = host_port
        setting = subprocess.run([*host_command(host_port), "--setting"], capture_output=True, text=True, check=True)
        self.platform: subprocess.Popen[bytes] | None = None
        self.platform_port = free_port()
        allowed = f"127.0.0.1:{self.host_port},127.0.0.1:{self.platform_port}"
        environment |= {"ESCUELA_RECORDING_HOSTS": setting.stdout, "ESCUELA_LINKS_ALLOWED": allowed}
        self.assistant: subprocess.Popen[bytes] | None = None
        app = ROOT / "standins" / "writing_assistant" / "app.py"
        self.assistant_command = [sys.executable, str(app), "--port", str(free_port())]
        told = subprocess.run([*self.assistant_command, "--setting"], capture_output=True, text=True, check=True)
        environment |= {"ESCUELA_WRITER": told.stdout}

    @property
    def platform_url(self) -> str:
        """Another site than Escuela's, as browsers see it."""
        return f"http://localhost:{self.platform_port}"

    @property
    def host_url(self) -> str:
        return f"http://127.0.0.1:{self.host_port}"

    def start_standins(self) -> None:
        self.assistant = subprocess.Popen(self.assistant_command, start_new_session=True)
        platform = [sys.executable, str(ROOT / "standins" / "learning_platform" / "app.py")]
        self.platform = subprocess.Popen([*platform, "--port", str(self.platform_port)], start_new_session=True)

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def manage(self, *words: str) -> None:
        subprocess.run([sys.executable, "manage.py", *words], cwd=ROOT / "server", env=self.environment, check=True)

    def start_server(self) -> None:
        command = [str(Path(sys.executable).parent / "granian"), "--interface", "wsgi", "--host", "127.0.0.1"]
        command += [
            "--port",
            str(self.port),
            "--workers",
            "1",
            "--blocking-threads",
            os.environ.get("E2E_THREADS", "256"),
            "--workers-kill-timeout",
            "3",
        ]
        command += ["--log-level", "warning", "config.wsgi:application"]
        self.server = subprocess.Popen(command, cwd=ROOT / "server", env=self.environment, start_new_session=True)
        for _ in range(200):
            try:
                urllib.request.urlopen(f"{self.url}/api/ping/", timeout=2).close()
            except OSError:
                time.sleep(0.1)
            else:
                return
        raise RuntimeError("the server did not start")

    def start_worker(self) -> None:
        command = [sys.executable, "manage.py", "worker"]
        self.worker = subprocess.Popen(command, cwd=ROOT / "server", env=self.environment, start_new_session=True)

    def kill(self, process: subprocess.Popen[bytes] | None) -> None:
        killed(process)

    def end(self) -> None:
        for process in (self.assistant, self.platform, self.server, self.worker):
            killed(process)


def environment_of(database: str, state: Path) -> dict[str, str]:
    return os.environ | {
        "DATABASE_URL": urlunsplit(urlsplit(os.environ["DATABASE_URL"])._replace(path=f"/{database}")),
        "DJANGO_SETTINGS_MODULE": "config.settings.dev",
        "ESCUELA_STATE": str(state),
        "ESCUELA_SECRET_KEY": "end-to-end-" + "x" * 40,
        "PYTHONUNBUFFERED": "1",
    }


def execute(statement: str) -> None:
    with psycopg.connect(os.environ["DATABASE_URL"], autocommit=True) as connection:
        connection.execute(statement)  # type: ignore[arg-type]  # names of our own


class Seed:
    """The demo as a database and a folder to be copied, and the host of recordings that its links name."""

    def __init__(self) -> None:
        self.database, self.port = f"e2e_seed_{os.getpid()}", free_port()
        self.state = Path(tempfile.mkdtemp(prefix="escuela-seed-"))
        execute(f'CREATE DATABASE "{self.database}"')
        self.host = subprocess.Popen(host_command(self.port), start_new_session=True)
        whole = Stack(environment_of(self.database, self.state), self.port)
        whole.manage("migrate", "-v", "0")
        whole.manage("collectstatic", "--noinput", "-v", "0")
        whole.manage("seed_demo")
        os.environ[SEED] = json.dumps({"database": self.database, "state": str(self.state), "port": self.port})

    def end(self) -> None:
        killed(self.host)
        execute(f'DROP DATABASE "{self.database}" WITH (FORCE)')
        shutil.rmtree(self.state, ignore_errors=True)


def copied(name: str, state: Path) -> Stack:
    """A stack of its own under ``name``, beginning with the demo; not started yet."""
    seed = json.loads(os.environ[SEED])
    execute(f'CREATE DATABASE "{name}" TEMPLATE "{seed["database"]}"')
    shutil.copytree(seed["state"], state, dirs_exist_ok=True)
    return Stack(environment_of(name, state), seed["port"])
