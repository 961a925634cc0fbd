from django.apps import AppConfig


class LtiConfig(AppConfig):
    name = "apps.lti"

    def ready(self) -> None:
        from apps.lti import keys, roster, scores  # noqa: F401, PLC0415 (what goes by itself is known from here on)
