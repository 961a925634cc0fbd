from django.apps import AppConfig


class RoomConfig(AppConfig):
    name = "apps.room"
