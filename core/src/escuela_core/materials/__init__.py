"""What stands around the viewing: words, summaries, questions before and tasks after, each resting on sentences."""

from escuela_core.materials.making import KINDS, make
from escuela_core.materials.model import PLACES, Line, Material, MaterialShapeError, material_from_json

__all__ = ["KINDS", "PLACES", "Line", "Material", "MaterialShapeError", "make", "material_from_json"]
