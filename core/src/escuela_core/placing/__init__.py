"""The instant to pause: right after the sentence that answers, in the silence, never inside a word."""

from escuela_core.placing.pause import Pause, Whereabouts, place, whereabouts

__all__ = ["Pause", "Whereabouts", "place", "whereabouts"]
