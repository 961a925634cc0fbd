from django.apps import AppConfig


class ResultsConfig(AppConfig):
    name = "apps.results"

    def ready(self) -> None:
        from apps.results import news  # noqa: F401 (registers the mails that teachers wish for)
