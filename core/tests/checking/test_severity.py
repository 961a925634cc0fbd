import pytest

from escuela_core.checking.severity import GRADES, graded


@pytest.mark.parametrize("code", GRADES)
def test_surer_never_weighs_less(code) -> None:
    order = [None, "hint", "look", "error"]
    ranks = [order.index(graded(code, likely / 100)) for likely in range(101)]
    assert ranks == sorted(ranks)
    assert ranks[-1] >= order.index("look")


@pytest.mark.parametrize(
    ("code", "likely", "severity"),
    [
        ("contradicted", 0.6, "error"),
        ("contradicted", 0.59, "look"),
        ("not_heard", 0.2, "look"),
        ("also_right", 0.99, "look"),
        ("also_right", 0.4, "hint"),
        ("also_right", 0.3, None),
        ("twin", 0.05, None),
    ],
)
def test_each_finding_has_its_grades(code, likely, severity) -> None:
    assert graded(code, likely) == severity
