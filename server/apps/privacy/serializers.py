"""Shapes of exporting and erasing."""

from __future__ import annotations

from datetime import datetime

from rest_framework import serializers

from apps.results.student_serializers import StudentResultOut


class WhatGoesOut(serializers.Serializer[object]):
    lessons = serializers.IntegerField()
    recordings = serializers.IntegerField()
    assignments = serializers.IntegerField()
    students = serializers.IntegerField()
    answers = serializers.IntegerField()


class RenameIn(serializers.Serializer[object]):
    nickname = serializers.CharField(max_length=400, allow_blank=True)


class StudentExportOut(StudentResultOut):
    """All that is kept of one student, their answers in words."""

    joined_at: datetime
    last_seen_at: datetime
    finished_at: datetime | None
