"""The words and signs of units, each with its dimension and the factor to the dimension's base."""

from __future__ import annotations

from collections.abc import Mapping

Unit = tuple[str, float]


def unit_in(units: Mapping[str, Unit], word: str) -> Unit | None:
    """The unit ``word`` in the singular or the plural."""
    return (
        units.get(word)
        or (units.get(word[:-1]) if word.endswith("s") else None)
        or (units.get(word[:-2]) if word.endswith("es") else None)
    )


def _units(table: Mapping[str, str]) -> dict[str, Unit]:
    found: dict[str, Unit] = {}
    for dimension, row in table.items():
        fields = row.split()
        found |= {n: (dimension, float(f)) for n, f in zip(fields[::2], fields[1::2], strict=True)}
    return found


# The signs that both languages write.
_SIGNS = {
    "time": "s 1 min 60 h 3600",
    "length": "mm .001 cm .01 m 1 km 1000",
    "mass": "mg .000001 g .001 kg 1",
    "volume": "ml .001 l 1",
    "share": "% .01",
    "angle": "° 1",
    "power": "kw 1000",
    "energy": "kwh 1",
}
_ENGLISH = {
    "time": "millisecond .001 second 1 sec 1 minute 60 hour 3600 day 86400 week 604800 fortnight 1209600",
    "years": "year 1 decade 10 century 100 centurie 100",
    "months": "month 1",
    "length": "millimetre .001 millimeter .001 centimetre .01 centimeter .01 metre 1 meter 1 kilometre 1000 "
    "kilometer 1000 inch .0254 foot .3048 feet .3048 mile 1609.34 yard .9144",
    "mass": "milligram .000001 gram .001 kilogram 1 kilo 1 ton 1000 tonne 1000 pound .4536 ounce .02835",
    "volume": "millilitre .001 milliliter .001 litre 1 liter 1 gallon 3.785",
    "share": "percent .01",
    "angle": "degree 1",
    "money": "euro 1 dollar 1 pound_money 1",
    "power": "watt 1 kilowatt 1000",
}
_SPANISH = {
    "time": "milisegundo .001 segundo 1 minuto 60 hora 3600 día 86400 semana 604800 quincena 1296000",
    "years": "año 1 década 10 siglo 100",
    "months": "mes 1",
    "length": "milímetro .001 centímetro .01 metro 1 kilómetro 1000",
    "mass": "miligramo .000001 gramo .001 kilogramo 1 kilo 1 tonelada 1000",
    "volume": "mililitro .001 litro 1",
    "angle": "grado 1",
    "money": "euro 1 dólar 1",
    "power": "vatio 1 kilovatio 1000",
}

ENGLISH_UNITS = _units(_SIGNS) | _units(_ENGLISH)
SPANISH_UNITS = _units(_SIGNS) | _units(_SPANISH)
