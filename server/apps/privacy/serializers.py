"""Shapes of exporting and erasing."""

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
    joined_at = serializers.DateTimeField()
    last_seen_at = serializers.DateTimeField()
    finished_at = serializers.DateTimeField(allow_null=True)
