from django.apps import AppConfig


class LessonsConfig(AppConfig):
    name = "apps.lessons"

    def ready(self) -> None:
        from apps.lessons import bringing_in, jobs, materials, pasting, proposing, rereading  # noqa: F401 (registers the kinds of long work)
