from django.apps import AppConfig


class RecordsConfig(AppConfig):
    name = "apps.records"

    def ready(self) -> None:
        from apps.records import sending  # noqa: F401, PLC0415 (what goes by itself is known from here on)
