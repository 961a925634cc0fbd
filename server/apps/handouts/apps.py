from django.apps import AppConfig


class HandoutsConfig(AppConfig):
    name = "apps.handouts"

    def ready(self) -> None:
        from apps.handouts import services  # noqa: F401 (registers the job)
