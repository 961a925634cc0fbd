"""What a student may do next, how an answer is marked, and what leaves the server when."""

from escuela_core.study.marking import Mark, credit, mark, response_from_json
from escuela_core.study.policy import Policy

__all__ = ["Mark", "Policy", "credit", "mark", "response_from_json"]
