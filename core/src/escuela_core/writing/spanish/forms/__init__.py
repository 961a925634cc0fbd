"""The forms an item can take in Spanish, a module for what is done with each part of a statement."""

from escuela_core.writing.spanish.forms.asked import asked
from escuela_core.writing.spanish.forms.counted import counted, left_out
from escuela_core.writing.spanish.forms.explained import explained
from escuela_core.writing.spanish.forms.spoken import spoken
from escuela_core.writing.spanish.forms.stated import stated

# Of a statement whose grammar is known; of a whole sentence, whatever its grammar, there are two more.
FORMS = (explained, counted, asked, stated)

__all__ = ["FORMS", "left_out", "spoken"]
