"""What a process that serves does not look through again."""

import gc
import subprocess
import sys
from pathlib import Path


def test_the_door_that_is_served_has_its_views_loaded_and_put_aside() -> None:
    """In a process of its own: what is put aside stays so."""
    asks = (
        "import gc, sys; from config.wsgi import application; "
        "print(gc.get_freeze_count() > 50_000, gc.get_threshold()[0], 'apps.study.views' in sys.modules)"
    )
    server = Path(__file__).parents[1]
    done = subprocess.run([sys.executable, "-c", asks], cwd=server, capture_output=True, text=True, check=False)
    assert done.stdout.split() == ["True", "20000", "True"], done.stderr
    assert gc.get_freeze_count() == 0
