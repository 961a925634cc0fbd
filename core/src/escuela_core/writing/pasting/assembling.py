"""Lines put together into blocks, one for each item: its question, options, key, explanation, time."""

from __future__ import annotations

import re
from collections.abc import Sequence

from escuela_core.writing.pasting.block import Block, Option, Reading, set_plain
from escuela_core.writing.pasting.keylist import give_keys
from escuela_core.writing.pasting.lines import KEY_ENTRY, PAIRED, Line, as_pair, kind_named
from escuela_core.writing.pasting.times import Place, place_in, taken_out
from escuela_core.writing.pasting.walk import Walk


class _Assembler(Walk):
    """Walks the lines once, each by its sort."""

    def run(self) -> Reading:
        for line in self.lines:
            if line.sort == "blank":
                self.gap_before = True
                continue
            if self.in_keys and give_keys(self.reading.blocks, line):
                continue
            getattr(self, f"_{line.sort}")(line)
            self.gap_before = False
        self.close()
        return self.reading

    # Each sort of line

    def _keys_heading(self, line: Line) -> None:
        if not self.reading.blocks and not self.block:
            self.leave(line)
            return
        after = self.after(line)
        if self.block and not line.text and not (after and self._is_entry(after)):
            self._label(Line(line.number, "label", "", label="key"))
            return
        self.close()
        self.in_keys = True
        self.reading.loose.append(line.number)
        if line.text:
            give_keys(self.reading.blocks, Line(line.number, "plain", line.text))

    def _kind_heading(self, line: Line) -> None:
        if self.block and self._waits_for_kind(self.block, line.label):
            self.block.kind = line.label
            self.block.lines[line.number] = "kind"
            return
        self.close()
        self.kind = line.label
        self.reading.loose.append(line.number)

    def _waits_for_kind(self, block: Block, kind: str) -> bool:
        """A question with nothing asked yet, or a statement with "True or false?" right below it."""
        below = kind == "true_false" and not self.gap_before and not block.options
        return not block.is_answered and (not block.prompt or below)

    def _question(self, line: Line) -> None:
        if self.block is not None and self.kind_in_force() in PAIRED and (pair := self.pair_in(self.block, line.text)):
            self.add_pair(self.block, line, pair)
            return
        if self._is_part_of_block(line):
            self._option(
                Line(line.number, "option", line.text, mark=line.mark, end=line.end, right=line.right, bold=line.bold)
            )
            return
        self.open(line.mark)
        assert self.block
        text = re.sub(r"^[:.)\-–—\s]+", "", line.text)
        named = re.match(r"^[\[(]([^\])]{2,40})[\])]\s*[:.\-–—]?\s*", text)
        if named and not place_in(named[1]) and (kind_named(named[1]) or line.word):
            self.block.kind = kind_named(named[1]) or ""
            self.block.depth = "" if self.block.kind else named[1].lower()
            text = text[named.end() :]
        elif text and kind_named(text) and not re.search(r"[?.]|___", text) and len(text.split()) <= 4 and line.word:
            self.block.kind, text = kind_named(text) or "", ""
        self.ask(line.number, text)
        # "Question 2: Details" names the question that follows.
        self.titled = line.word and not re.search(r"[?.:!]$|_{2,}", text)

    def _is_part_of_block(self, line: Line) -> bool:
        """Numbers below a question count its steps or options where questions themselves are counted otherwise."""
        if self.block is None:
            return False
        if self.worded:
            return not line.word
        end, indent = self.style
        return (
            line.indent > indent + 1
            or (line.end != end and line.mark == "1")
            or (bool(self.block.options) and self.block.options[-1].mark.isdigit() and line.end != end)
        )

    def _option(self, line: Line) -> None:
        if line.mark == "-" and self._bullet_asks(line):
            self.open("")
            self.ask(line.number, line.text)
            return
        if self.block is None:
            self._plain(Line(line.number, "plain", line.text, indent=line.indent, bold=line.bold))
            return
        if self.part == "criteria":
            self.block.criteria.append(line.text)
            self.block.lines[line.number] = "criterion"
            return
        if line.mark == "a" and line.end == ":" and self._is_answer_line(line):
            self._label(Line(line.number, "label", line.text, label="key"))
            return
        pair = self.pair_in(self.block, line.text) or (as_pair(line.text) if not self.kind_in_force() else None)
        if pair and not line.right:
            self.add_pair(self.block, line, pair)
            return
        self.block.options.append(Option(line.number, line.text, line.mark, line.right, line.bold))
        self.block.lines[line.number] = "option"
        self.part = "option"

    def _bullet_asks(self, line: Line) -> bool:
        """Bullets that are items themselves: statements of a true-or-false part, gaps, questions with none open."""
        if self.kind == "true_false" or (self.kind == "gap" and re.search(r"_{2,}", line.text)):
            return True
        done = self.block is None or (self.gap_before and (self.block.is_answered or bool(self.block.options)))
        return done and line.text.endswith("?")

    def _is_answer_line(self, line: Line) -> bool:
        """ "A:" below "Q:" gives the answer; below it no "B:" follows."""
        after = self.after(line)
        follows = after is not None and after.sort == "option" and after.mark == "b"
        return not self.block or not (self.block.options or follows)

    @staticmethod
    def _is_entry(line: Line) -> bool:
        return line.sort == "question" or bool(KEY_ENTRY.match(line.text))

    def _label(self, line: Line) -> None:
        if line.mark == "bare" and not (self.block and len(self.block.options) > 1 and not self.block.key):
            self._plain(Line(line.number, "plain", line.text, indent=line.indent))
            return
        if line.label == "prompt":
            fresh = self.block is None or self.block.prompt or self.block.options
            if fresh:
                self.open(line.mark if line.mark.isdigit() else "")
            self.ask(line.number, line.text)
            return
        if self.block is None or (line.label in ("time", "kind") and self.block.is_answered and self.gap_before):
            if line.label == "time" and (place := place_in(line.text)):
                self.close()
                self.ahead, self.ahead_lines = place, [line.number]
            elif line.label == "kind" and kind_named(line.text):
                self.close()
                self.kind = kind_named(line.text) or ""
                self.reading.loose.append(line.number)
            else:
                self.leave(line)
            return
        self._into_block(self.block, line)

    def _into_block(self, block: Block, line: Line) -> None:
        self.part = ""
        role = "feedback" if line.label == "explanation" and self._is_feedback(block, line) else line.label
        text = line.text
        if role in ("key", "explanation", "quote"):
            text, place = taken_out(text, leading=role == "quote")
            block.place = block.place or place
        match role:
            case "key":
                block.key += [(line.number, text)] if text else []
            case "explanation" | "quote":
                block.explanation += [text] if text else []
            case "criteria":
                block.criteria += [text] if text else []
            case "feedback":
                block.options[-1].feedback = text
            case "options":
                block.take_inline(line)
            case _:
                if not set_plain(block, role, text):
                    self.leave(line)
                    return
        self.part = {"key": "key", "criteria": "criteria", "explanation": "explanation", "quote": "explanation"}.get(
            role, ""
        )
        block.lines[line.number] = role

    def _is_feedback(self, block: Block, line: Line) -> bool:
        """What stands right below an option tells about that option where other options follow or have such lines."""
        if not block.options or block.key or not line.text or block.options[-1].line != line.number - 1:
            return False
        after = self.after(line)
        return any(o.feedback for o in block.options) or (after is not None and after.sort == "option")

    def _plain(self, line: Line) -> None:
        text = line.text
        if self.block is not None and self._is_listed(self.block, line):
            self._listed_line(self.block, line)
            return
        if self.part and self.block is not None and not self.gap_before and not self._begins_question(line):
            self._go_on(self.block, line)
            return
        left, place = taken_out(text, leading=True)
        if place and not left:
            self._time_alone(line, place)
            return
        pair = self.pair_in(self.block, text) if self.block is not None else None
        pair = pair or (as_pair(text) if self.block is not None and self.block.pairs else None)
        if self.block is not None and pair and not self._begins_question(line):
            self.add_pair(self.block, line, pair)
            return
        bare = re.match(r"^(true|false|verdadero|falso)\.?$", text, re.IGNORECASE)
        if self.block is not None and bare:
            self._option(Line(line.number, "option", text, mark="-", right=line.right, bold=line.bold))
            return
        if self.block is not None and self.block.prompt and not self.block.options and self.kind_in_force() == "order":
            self._option(Line(line.number, "option", text, mark="-"))
            return
        wants_more = self.block is None and self.kind in (*PAIRED, "order")
        if wants_more or (self._begins_question(line) and (self.block is None or self.block.prompt)):
            self.open("")
            self.ask(line.number, text)
            return
        if self.block is not None and not self.block.prompt:
            self.ask(line.number, text)
            return
        if (
            self.block is not None
            and not self.block.options
            and not self.block.is_answered
            and self._gap_or_statement(text)
        ):
            if self.titled:
                self.block.prompt, self.titled = [], False
            self.ask(line.number, text)
            return
        self.leave(line)

    def _time_alone(self, line: Line, place: Place) -> None:
        """A time on a line of its own goes with the item that is open, or else with the next."""
        self.close_if_done()
        if self.block is not None:
            self.block.place = place
            self.block.lines[line.number] = "time"
        else:
            self.close()
            self.ahead, self.ahead_lines = place, [line.number]

    def _is_listed(self, block: Block, line: Line) -> bool:
        """Lines without marks below a question are its pairs, its steps, or options of which one is the key."""
        if not block.prompt or block.is_answered and not block.pairs or self._begins_question(line):
            return False
        kind = self.kind_in_force() or kind_named(" ".join(block.prompt)) or ""
        if kind in PAIRED and as_pair(line.text, kind):
            return True
        if self.listing >= line.number:
            return True
        ends = block.prompt[-1].rstrip().endswith(("?", ":")) or kind == "order"
        if not ends or block.options or self.gap_before:
            return False
        group = self.group_from(line)
        after = self.after(group[-1])
        keyed = after is not None and after.sort == "label" and after.label == "key"
        if len(group) > 1 and (any(o.right for o in group) or keyed):
            self.listing = group[-1].number
        return self.listing >= line.number

    def _listed_line(self, block: Block, line: Line) -> None:
        kind = self.kind_in_force() or kind_named(" ".join(block.prompt)) or ""
        pair = as_pair(line.text, kind if kind in PAIRED else "") if self.listing < line.number else None
        if pair:
            self.add_pair(block, line, pair)
            return
        block.options.append(Option(line.number, line.text, "-", line.right, line.bold))
        block.lines[line.number] = "option"
        self.part = ""

    def _gap_or_statement(self, text: str) -> bool:
        """A sentence below an instruction, as in "Fill in the gap:" and then the sentence."""
        assert self.block
        return (
            bool(re.search(r"_{2,}|\[\s*\]|…|\.{3,}", text))
            or self.block.prompt[-1].endswith(":")
            or text.endswith("?")
        )

    def _go_on(self, block: Block, line: Line) -> None:
        if self.part == "prompt":
            self.ask(line.number, line.text)
        else:
            block.go_on(self.part, line)

    def _begins_question(self, line: Line) -> bool:
        if re.match(r"^(?:true or false|verdadero o falso|t/f|v/f)\s*[:?.]", line.text, re.IGNORECASE):
            return True
        after = self.after(line)
        named = kind_named(line.text)
        if after is not None and named in PAIRED and as_pair(after.text, named) and not as_pair(line.text):
            return True
        block = self.block
        first_option = after is not None and after.sort == "option" and after.mark in ("a", "o", "-")
        done = block is not None and (block.is_answered or (self.gap_before and bool(block.options)))
        if done and first_option and (self.gap_before or taken_out(line.text, leading=True)[1]):
            return True
        asks = (
            line.text.rstrip(" )]*").endswith("?") or line.text.startswith("¿") or bool(re.search(r"_{3,}", line.text))
        )
        return asks and not self.worded and (block is None or self.gap_before) and self.style == ("", 0)


def assembled(lines: Sequence[Line]) -> Reading:
    return _Assembler(lines).run()
