"""A job as its owner watches it."""

from rest_framework import serializers

from apps.work.models import Job


class StepOut(serializers.Serializer[object]):
    name = serializers.CharField()
    state = serializers.ChoiceField(("waiting", "running", "done"))
    share = serializers.FloatField()


class JobOut(serializers.ModelSerializer[Job]):
    steps = StepOut(many=True)
    result = serializers.DictField()
    error_params = serializers.DictField()

    class Meta:
        model = Job
        fields = (
            "id",
            "kind",
            "title",
            "state",
            "steps",
            "result",
            "error_code",
            "error_message",
            "error_params",
            "created_at",
            "started_at",
            "ended_at",
        )


class DidNotArriveOut(serializers.Serializer[object]):
    """Why something did not arrive elsewhere: the sentence, its code, and what it names."""

    sentence = serializers.CharField()
    code = serializers.CharField()
    params = serializers.DictField()
