from django.apps import AppConfig


class LessonsConfig(AppConfig):
    name = "apps.lessons"

    def ready(self) -> None:
        from apps.lessons.checking import rereading  # noqa: F401 (registers its kind of long work)
        from apps.lessons.items import attachments  # noqa: F401
        from apps.lessons.wording import filling  # noqa: F401 (the same)
