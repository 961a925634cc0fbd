"""The forms an item can take from a clause or from several. Adding a form: a module here and a line in ``FORMS``."""

from escuela_core.writing.forms.asked import asked
from escuela_core.writing.forms.completed import completed, gaps
from escuela_core.writing.forms.consequence import consequences
from escuela_core.writing.forms.extended import extended
from escuela_core.writing.forms.form import Draft, Form
from escuela_core.writing.forms.instructed import instructed
from escuela_core.writing.forms.paired import paired
from escuela_core.writing.forms.reason import reasons
from escuela_core.writing.forms.said_of import said_of
from escuela_core.writing.forms.stated import stated
from escuela_core.writing.forms.steps import steps

__all__ = ["FORMS", "Draft", "Form"]

FORMS: tuple[Form, ...] = (
    asked,
    reasons,
    consequences,
    extended,
    said_of,
    instructed,
    completed,
    gaps,
    stated,
    paired,
    steps,
)
