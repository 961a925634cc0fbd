from django.apps import AppConfig


class PrivacyConfig(AppConfig):
    name = "apps.privacy"

    def ready(self) -> None:
        from apps.privacy import exporting, tidying  # noqa: F401 (registers the export and the daily tidying)
