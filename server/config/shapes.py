"""What leaves the server as types: from each follow its JSON, its place in the API's description and the web's types.

A shape is made by its name and its fields, which the type checker knows; where one is written down, the others are
derived. What comes in is read by serializers, which say in words what is wrong with it.
"""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel, ConfigDict
from rest_framework.response import Response


def _plain(schema: dict[str, Any]) -> None:
    """A description without the titles that only say the names again."""
    schema.pop("title", None)
    for field in schema.get("properties", {}).values():
        field.pop("title", None)


class Shape(BaseModel):
    """Nothing of it changes once it is made. ``model_validate`` takes rows and rows' dictionaries, and leaves out of
    them what the shape has no field for."""

    model_config = ConfigDict(
        frozen=True,
        from_attributes=True,
        json_schema_extra=_plain,
        json_schema_serialization_defaults_required=True,
    )


def respond(shape: BaseModel, *, status: int = 200, headers: dict[str, str] | None = None) -> Response:
    """The answer of a view; ``shape`` is a ``Shape``, or a ``RootModel`` for a list of them."""
    return Response(to_json(shape), status=status, headers=headers)


def to_json(shape: BaseModel) -> Any:
    """What of a shape goes out as JSON."""
    return shape.model_dump(mode="json")
