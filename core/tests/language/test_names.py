import pytest

from escuela_core.language.names import two_letters


@pytest.mark.parametrize(
    ("code", "known"),
    [("eng", "en"), ("spa", "es"), ("fre", "fr"), ("en", "en"), ("xyz", "xyz"), ("und", ""), ("", "")],
)
def test_a_language_is_known_by_two_letters_where_it_has_them(code, known) -> None:
    assert two_letters(code) == known
