from django.apps import AppConfig


class ResultsConfig(AppConfig):
    name = "apps.results"
