from django.apps import AppConfig


class ExchangeConfig(AppConfig):
    name = "apps.exchange"

    def ready(self) -> None:
        from apps.exchange import arriving, leaving  # noqa: F401 (registers the jobs)
