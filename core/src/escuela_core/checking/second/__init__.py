"""A second reader, where a school has one: a text-generation service reads what the check could not confirm.

``asking`` puts items and numbered sentences to it, ``opinions`` reads its answer and believes of it only what stands in
those sentences, ``combining`` weighs its word against the check's own figures. Nothing here goes over a network.
"""

from escuela_core.checking.second.asking import Put, batches, messages, put
from escuela_core.checking.second.combining import RIGHT_IN, combined
from escuela_core.checking.second.opinions import Opinion, Problem, read

__all__ = [
    "RIGHT_IN",
    "Opinion",
    "Problem",
    "Put",
    "batches",
    "combined",
    "messages",
    "put",
    "read",
]
