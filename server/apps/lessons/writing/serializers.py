"""Shapes in and out of the writer's addresses."""

from __future__ import annotations

from rest_framework import serializers

from escuela_core.items.model import DEPTHS
from escuela_core.language.levels import LEVELS
from escuela_core.writing.mistakes import MOST_MISTAKE_LETTERS, MOST_MISTAKES
from escuela_core.writing.wishes import KINDS as WRITTEN
from escuela_core.writing.wishes import MOST_GOAL_LETTERS, MOST_GOALS, MOST_REMARK_LETTERS
from escuela_core.writing.worded import MOST_WORD_LETTERS, MOST_WORDS


class WishesData(serializers.Serializer[object]):
    count = serializers.IntegerField(min_value=1, max_value=200, allow_null=True, required=False, default=None)
    kinds = serializers.ListField(child=serializers.ChoiceField(WRITTEN), min_length=1, max_length=len(WRITTEN))
    level = serializers.ChoiceField(("", *LEVELS), required=False, default="")
    depths = serializers.ListField(child=serializers.ChoiceField(DEPTHS), required=False, default=list)
    goals = serializers.ListField(
        child=serializers.CharField(max_length=MOST_GOAL_LETTERS), max_length=MOST_GOALS, required=False, default=list
    )
    mistakes = serializers.ListField(
        child=serializers.CharField(max_length=MOST_MISTAKE_LETTERS),
        max_length=MOST_MISTAKES,
        required=False,
        default=list,
    )
    remarks = serializers.CharField(max_length=MOST_REMARK_LETTERS, allow_blank=True, required=False, default="")


class ProposeIn(WishesData):
    segments = serializers.ListField(child=serializers.UUIDField(), required=False, default=list)
    sentences = serializers.ListField(child=serializers.IntegerField(), max_length=500, required=False, default=list)
    words = serializers.ListField(
        child=serializers.CharField(max_length=MOST_WORD_LETTERS), max_length=MOST_WORDS, required=False, default=list
    )
    by = serializers.ChoiceField(("built_in", "service"), required=False, default="built_in")
    seed = serializers.IntegerField(min_value=0, max_value=10**6, required=False, default=1)


class VaryIn(serializers.Serializer[object]):
    want = serializers.ChoiceField(("another", "easier", "harder", "distractors"), required=False, default="another")
    kind = serializers.ChoiceField(WRITTEN, allow_blank=True, required=False, default="")


class ChooseIn(serializers.Serializer[object]):
    count = serializers.IntegerField(min_value=1, max_value=200)


class LeftOutOut(serializers.Serializer[object]):
    item = serializers.UUIDField()
    why = serializers.ChoiceField(("wrong", "twin", "crowds", "others_better"))
    other = serializers.UUIDField(allow_null=True)


class ChosenOut(serializers.Serializer[object]):
    taken = serializers.ListField(child=serializers.UUIDField())
    left_out = LeftOutOut(many=True)


class KeptWishesIn(serializers.Serializer[object]):
    name = serializers.CharField(max_length=80)
    wishes = WishesData()
    is_default = serializers.BooleanField(required=False, default=False)


class GiveIn(serializers.Serializer[object]):
    email = serializers.EmailField(max_length=254)


class KeptWishesOut(KeptWishesIn):
    id = serializers.UUIDField()


class WritersOut(serializers.Serializer[object]):
    service = serializers.CharField(allow_blank=True)
    kept = KeptWishesOut(many=True)


class CostOut(serializers.Serializer[object]):
    """So many items, for about so many tokens sent and received."""

    items = serializers.IntegerField()
    tokens = serializers.IntegerField()


class SecondReadingOut(serializers.Serializer[object]):
    """``by``: the service's name, empty where none is set up; the costs are those of ``rereading.WHICH``."""

    by = serializers.CharField(allow_blank=True)
    open = CostOut()
    all = CostOut()
    pool = CostOut()


class SecondReadingIn(serializers.Serializer[object]):
    which = serializers.ChoiceField(("open", "all", "pool"))
