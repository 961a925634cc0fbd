"""One item as a QTI 3.0 ``assessment-item`` (1EdTech, Question and Test Interoperability 3.0)."""

from __future__ import annotations

import json
from collections.abc import Callable, Mapping, Sequence
from typing import Any

from lxml import etree

from escuela_core.exchange.qti.markup import QTI, XML, put, qti
from escuela_core.formats.xml import legal
from escuela_core.items.claim import GAP_MARK
from escuela_core.items.kinds import Choice, Gap, Groups, Match, Note, Open, Order, TrueFalse
from escuela_core.items.model import Item
from escuela_core.items.paper import letter
from escuela_core.items.reading import item_to_json

# What QTI has no place for goes along in one attribute of the body, which QTI leaves to whoever writes it.
OWN = "data-escuela"
RESPONSE, SCORE, FEEDBACK, EXPLAINED = "RESPONSE", "SCORE", "FEEDBACK", "EXPLAINED"
_OWN_KEYS = ("depth", "purpose", "pause_ms", "time_limit_s", "evidence", "goal", "wordings")


def lost(item: Item) -> list[str]:
    """What another system will not have of ``item``: codes that are said before it is written.

    ``order_share``: a step in its place earns nothing by itself. ``bank_answers``: of a gap filled from words only the
    first answer counts. ``pause``: when it is asked. ``typing``: slips of typing count as wrong. ``wordings``: other
    words.
    """
    found = ["pause"] if item.pause_ms is not None else []
    found += ["wordings"] if item.wordings else []
    if isinstance(item, Order):
        found.append("order_share")
    if isinstance(item, Gap):
        found += ["typing"] if not item.bank else ["bank_answers"] if len(item.answers) > 1 else []
    return found


def item_to_xml(item: Item, identifier: str, language: str, files: Mapping[str, str]) -> bytes:
    """The item's XML; ``files`` are the places in the package of the pictures and notes it names."""
    root = _Writer(item, identifier, language, files).root
    made: bytes = etree.tostring(root, xml_declaration=True, encoding="UTF-8")
    return made


class _Writer:
    def __init__(self, item: Item, identifier: str, language: str, files: Mapping[str, str]) -> None:
        self.item, self.files = item, files
        self.root = etree.Element(qti("qti-assessment-item"), nsmap={None: QTI})
        title = legal(" ".join(item.asked.split()))[:200] or identifier
        self._set(self.root, identifier=identifier, title=title, adaptive="false", time_dependent="false")
        self.root.set(f"{{{XML}}}lang", language or "en")
        self.body = etree.Element(qti("qti-item-body"))
        self._own()
        _KINDS[type(item)](self)
        if item.explanation:
            self._declare_outcome(EXPLAINED, "identifier")
        self.root.append(self.body)
        self._processing()
        if item.explanation:
            shown = self._add(
                self.root, "qti-modal-feedback", outcome_identifier=EXPLAINED, identifier="yes", show_hide="show"
            )
            put(self._add(self._add(shown, "qti-content-body"), "p"), item.explanation)

    # Parts

    def _set(self, element: etree._Element, **attributes: object) -> etree._Element:
        for key, value in attributes.items():
            element.set(key.rstrip("_").replace("_", "-"), str(value))
        return element

    def _add(self, parent: etree._Element, name: str, **attributes: object) -> etree._Element:
        return self._set(etree.SubElement(parent, qti(name)), **attributes)

    def _own(self) -> None:
        told = item_to_json(self.item)
        own = {k: told[k] for k in _OWN_KEYS if told.get(k) not in (None, "", [])}
        if isinstance(self.item, Gap) and self.item.bank:
            own |= {"answers": list(self.item.answers), "bank": list(self.item.bank)}
        if not self.item.is_marked:
            own["marks"] = self.item.marks
        self.body.set(OWN, json.dumps(own, ensure_ascii=True, separators=(",", ":")))

    def _pictures(self) -> None:
        item = self.item
        if item.image and item.image in self.files:
            self._add(self._add(self.body, "p"), "img", src=self.files[item.image], alt=legal(item.image_alt))
        if item.sound and item.sound in self.files:
            self._add(self._add(self.body, "p"), "audio", src=self.files[item.sound], controls="controls")

    def _declare(self, cardinality: str, base_type: str, right: Sequence[str]) -> etree._Element:
        made = self._add(
            self.root, "qti-response-declaration", identifier=RESPONSE, cardinality=cardinality, base_type=base_type
        )
        if right:
            held = self._add(made, "qti-correct-response")
            for value in right:
                self._add(held, "qti-value").text = legal(value)
        return made

    def _mapping(self, declared: etree._Element, entries: Sequence[tuple[str, float]], **more: object) -> None:
        made = self._add(declared, "qti-mapping", default_value="0", **more)
        for key, value in entries:
            self._add(made, "qti-map-entry", map_key=legal(key), mapped_value=f"{value:.6g}", case_sensitive="false")

    def _declare_outcome(self, identifier: str, base_type: str, **more: object) -> etree._Element:
        cardinality = more.pop("cardinality", "single")
        return self._add(
            self.root,
            "qti-outcome-declaration",
            identifier=identifier,
            cardinality=cardinality,
            base_type=base_type,
            **more,
        )

    def _score(self, **more: object) -> None:
        made = self._declare_outcome(SCORE, "float", normal_maximum=f"{self.item.marks:g}", **more)
        self._add(self._add(made, "qti-default-value"), "qti-value").text = "0"

    def _prompt(self, interaction: etree._Element) -> None:
        put(self._add(interaction, "qti-prompt"), self.item.asked)

    # Kinds

    def choice(self) -> None:
        item = self.item
        assert isinstance(item, Choice)
        names = [letter(n).upper() for n in range(len(item.options))]
        several = item.several
        self._declare("multiple" if several else "single", "identifier", [names[n] for n in item.key])
        self._score()
        if any(o.feedback for o in item.options):
            self._declare_outcome(FEEDBACK, "identifier", cardinality="multiple" if several else "single")
        self._pictures()
        asked = self._add(
            self.body,
            "qti-choice-interaction",
            response_identifier=RESPONSE,
            shuffle="true",
            max_choices=0 if several else 1,
        )
        self._prompt(asked)
        for name, option in zip(names, item.options, strict=True):
            made = self._add(asked, "qti-simple-choice", identifier=name)
            if option.image and option.image in self.files:
                self._add(made, "img", src=self.files[option.image], alt=legal(option.text))
            put(made, option.text)
            if option.feedback:
                told = self._add(
                    made, "qti-feedback-inline", outcome_identifier=FEEDBACK, identifier=name, show_hide="show"
                )
                put(told, option.feedback)

    def true_false(self) -> None:
        item = self.item
        assert isinstance(item, TrueFalse)
        self._declare("single", "identifier", [] if item.answer is None else [str(item.answer).lower()])
        self._score()
        self._pictures()
        asked = self._add(
            self.body, "qti-choice-interaction", response_identifier=RESPONSE, shuffle="false", max_choices=1
        )
        self._prompt(asked)
        spanish = (self.root.get(f"{{{XML}}}lang") or "").startswith("es")
        for name, words in (("true", "verdadero"), ("false", "falso")):
            self._add(asked, "qti-simple-choice", identifier=name).text = words if spanish else name

    def gap(self) -> None:
        item = self.item
        assert isinstance(item, Gap)
        names = {word: letter(n).upper() for n, word in enumerate(item.shown)}
        if item.bank:
            self._declare("single", "identifier", [names[a] for a in item.answers[:1] if a in names])
        else:
            self._mapping(self._declare("single", "string", item.answers[:1]), [(a, item.marks) for a in item.answers])
        self._score()
        self._pictures()
        line = self._add(self.body, "p")
        before, mark, after = item.prompt.partition(GAP_MARK)
        put(line, before)
        if not item.bank:
            longest = max((len(a) for a in item.answers), default=8)
            self._add(line, "qti-text-entry-interaction", response_identifier=RESPONSE, expected_length=longest + 4)
        else:
            asked = self._add(line, "qti-inline-choice-interaction", response_identifier=RESPONSE, shuffle="false")
            for word, name in names.items():
                put(self._add(asked, "qti-inline-choice", identifier=name), word)
        if mark:
            put(line, after.lstrip("_"))

    def open(self) -> None:
        item = self.item
        assert isinstance(item, Open)
        self._declare("single", "string", [])
        self._score(external_scored="human")
        self._pictures()
        asked = self._add(self.body, "qti-extended-text-interaction", response_identifier=RESPONSE, expected_lines=4)
        self._prompt(asked)
        if item.model_answer:
            told = self._add(self.body, "qti-rubric-block", use="instructions", view="scorer", class_="model-answer")
            put(self._add(self._add(told, "qti-content-body"), "p"), item.model_answer)
        if item.criteria:
            told = self._add(self.body, "qti-rubric-block", use="scoring", view="scorer", class_="criteria")
            rows = self._add(self._add(told, "qti-content-body"), "ul")
            for criterion in item.criteria:
                put(self._add(rows, "li", data_marks=f"{criterion.marks:g}"), criterion.text)

    def _matched(self, left: Sequence[str], right: Sequence[str], pairs: Sequence[tuple[int, int]], most: int) -> None:
        """Things of one set joined to those of another, which take ``most`` each (0 is any number)."""
        keys = [f"L{a} R{b}" for a, b in pairs]
        declared = self._declare("multiple", "directedPair", keys)
        self._mapping(declared, [(key, self.item.marks / max(1, len(keys))) for key in keys])
        self._score()
        self._pictures()
        asked = self._add(
            self.body, "qti-match-interaction", response_identifier=RESPONSE, shuffle="true", max_associations=len(left)
        )
        self._prompt(asked)
        for name, things, each in (("L", left, 1), ("R", right, most)):
            held = self._add(asked, "qti-simple-match-set")
            for number, thing in enumerate(things):
                put(
                    self._add(held, "qti-simple-associable-choice", identifier=f"{name}{number}", match_max=each),
                    thing,
                )

    def match(self) -> None:
        item = self.item
        assert isinstance(item, Match)
        count = range(len(item.pairs))
        self._matched([p.left for p in item.pairs], [p.right for p in item.pairs], [(n, n) for n in count], 1)

    def groups(self) -> None:
        item = self.item
        assert isinstance(item, Groups)
        self._matched(item.shown, item.targets, list(enumerate(item.key)), 0)

    def order(self) -> None:
        item = self.item
        assert isinstance(item, Order)
        names = [f"S{n}" for n in range(len(item.steps))]
        self._declare("ordered", "identifier", names)
        self._score()
        self._pictures()
        asked = self._add(self.body, "qti-order-interaction", response_identifier=RESPONSE, shuffle="true")
        self._prompt(asked)
        for name, step in zip(names, item.steps, strict=True):
            put(self._add(asked, "qti-simple-choice", identifier=name), step)

    def note(self) -> None:
        self._pictures()
        put(self._add(self.body, "p"), self.item.asked)

    # Marked

    def _processing(self) -> None:
        item = self.item
        if isinstance(item, Note | Open):
            return
        rules = self._add(self.root, "qti-response-processing")
        if self.root.find(f".//{qti('qti-mapping')}") is not None:
            given = self._add(rules, "qti-set-outcome-value", identifier=SCORE)
            self._add(given, "qti-map-response", identifier=RESPONSE)
        else:
            chosen = self._add(self._add(rules, "qti-response-condition"), "qti-response-if")
            same = self._add(chosen, "qti-match")
            self._add(same, "qti-variable", identifier=RESPONSE)
            self._add(same, "qti-correct", identifier=RESPONSE)
            given = self._add(chosen, "qti-set-outcome-value", identifier=SCORE)
            self._add(given, "qti-base-value", base_type="float").text = f"{item.marks:g}"
        if isinstance(item, Choice) and any(o.feedback for o in item.options):
            told = self._add(rules, "qti-set-outcome-value", identifier=FEEDBACK)
            self._add(told, "qti-variable", identifier=RESPONSE)
        if item.explanation:
            told = self._add(rules, "qti-set-outcome-value", identifier=EXPLAINED)
            self._add(told, "qti-base-value", base_type="identifier").text = "yes"


_KINDS: dict[type[Any], Callable[[_Writer], None]] = {
    Choice: _Writer.choice,
    TrueFalse: _Writer.true_false,
    Gap: _Writer.gap,
    Open: _Writer.open,
    Match: _Writer.match,
    Order: _Writer.order,
    Groups: _Writer.groups,
    Note: _Writer.note,
}
