"""The files are opened again by libraries that read such files."""

import io
import re
import zipfile
from dataclasses import replace
from importlib import import_module

import docx
import pytest
from handout_samples import EVERYTHING, PICTURES, lesson
from lxml import html as parser
from odfdo import Document as OdfDocument
from pypdf import PdfReader

from escuela_core.formats.formulas import svg
from escuela_core.handouts import FORMS, Layout, Part, compose, write
from escuela_core.items import Note, TrueFalse

LARGE = replace(EVERYTHING, size="large")


def made(form: str, *, version: str = "student", language: str = "en", layout: Layout = EVERYTHING) -> bytes:
    return write(compose(lesson(language), layout, version), form, PICTURES)  # type: ignore[arg-type]


def test_a_pdf_is_tagged_named_and_carries_its_fonts() -> None:
    reader = PdfReader(io.BytesIO(made("pdf")))
    root = reader.trailer["/Root"]
    assert root["/MarkInfo"]["/Marked"]
    assert root["/Lang"] == "en"
    assert b"pdfuaid" in root["/Metadata"].get_object().get_data()
    assert reader.metadata is not None
    assert reader.metadata.title == "How a lock works"
    text = "\n".join(page.extract_text() for page in reader.pages)
    assert "What does" in text
    assert "Listen again at 1:02" in text
    assert "1 /" in text
    fonts = [f.get_object() for page in reader.pages for f in page["/Resources"]["/Font"].values()]
    for font in fonts:
        described = font["/DescendantFonts"][0].get_object()["/FontDescriptor"]
        assert {"/FontFile2", "/FontFile3"} & set(described)
    pictures = {i.name for page in reader.pages for i in page.images}
    assert len(pictures) >= 2


def test_large_print_takes_more_pages() -> None:
    normal, large = (len(PdfReader(io.BytesIO(made("pdf", layout=x))).pages) for x in (EVERYTHING, LARGE))
    assert large > normal


def test_a_word_processors_document_has_styles_lists_and_tables() -> None:
    file = docx.Document(io.BytesIO(made("docx")))
    styles = {p.style.name for p in file.paragraphs if p.style}
    assert {"Title", "Heading 1", "Heading 2", "Question", "Writing Line", "Quote"} <= styles
    asked = next(p for p in file.paragraphs if p.text.startswith("2. Which"))
    assert asked.paragraph_format.keep_with_next
    assert file.core_properties.title == "How a lock works"
    tables = [[cell.text for cell in row.cells] for table in file.tables for row in table.rows]
    assert ["Fish", "Birds"] in tables
    assert len(file.inline_shapes) >= 2
    body = zipfile.ZipFile(io.BytesIO(made("docx"))).read("word/document.xml").decode()
    assert "<m:oMath" in body
    assert 'w:num="2"' in body


def test_lists_of_a_word_processors_document_count_anew() -> None:
    layout = Layout(parts=(Part(kind="items", shuffled=False),))
    file = docx.Document(io.BytesIO(made("docx", layout=layout)))
    numbers = [p._p.pPr.numPr.numId.val for p in file.paragraphs if p._p.pPr is not None and p._p.pPr.numPr is not None]
    by_list = [numbers.count(n) for n in dict.fromkeys(numbers)]
    assert by_list == [3, 2]


def test_an_open_document_is_read_again() -> None:
    file = OdfDocument(io.BytesIO(made("odt")))
    text = file.get_formatted_text()
    assert "How a lock works" in text
    assert "Remember the rule." in text
    assert "Fish" in text
    heads = file.body.get_headers()
    assert {h.level for h in heads} == {"1", "2", "3"}
    assert len(file.body.get_lists()) > 5
    assert len(file.body.get_tables()) >= 3
    assert file.meta.title == "How a lock works"
    names = zipfile.ZipFile(io.BytesIO(made("odt"))).namelist()
    assert sum(n.startswith("Pictures/") for n in names) >= 4


def test_a_page_needs_nothing_from_elsewhere() -> None:
    page = made("html").decode()
    tree = parser.fromstring(page)
    assert tree.get("lang") == "en"
    assert tree.get("dir") == "ltr"
    loaded = tree.xpath("//@src") + re.findall(r'url\("([^"]+)"\)', page)
    assert loaded
    assert all(address.startswith("data:") for address in loaded)
    assert tree.xpath("//*[local-name()='math']")
    assert not tree.xpath("//script | //link | //iframe")
    assert all(image.get("alt") for image in tree.xpath("//img"))


def test_a_form_has_a_field_for_everything_that_is_asked() -> None:
    tree = parser.fromstring(made("form", layout=Layout(parts=(Part(kind="items"),))).decode())
    names = {field.get("name") for field in tree.xpath("//form//input | //form//textarea | //form//select")}
    kinds = [f.get("type") or f.tag for f in tree.xpath("//form//input | //form//textarea | //form//select")]
    assert {k: kinds.count(k) for k in ("radio", "checkbox", "select", "textarea")} == {
        "radio": 5,
        "checkbox": 3,
        "select": 2,
        "textarea": 3,
    }
    assert None not in names
    assert len(names) == 2 + 3 + 1 + 1 + 2 + 3 + 2


def test_plain_text_and_markdown_say_the_same() -> None:
    text, marked = made("txt").decode(), made("md").decode()
    assert "How a lock works\n================" in text
    assert "# How a lock works" in marked
    assert "**bold**" in marked
    assert "It is bold" in text
    assert r"\frac{a}{b}+x^2" in text
    assert r"$\frac{a}{b}+x^2$" in marked
    assert made("md", layout=Layout(parts=(Part(kind="items"),))).decode().count("- \\[ \\] ") == 2 + 3


@pytest.mark.parametrize("form", FORMS)
@pytest.mark.parametrize("language", ["ar", "es"])
def test_every_form_can_be_written_in_every_direction(form: str, language: str) -> None:
    assert len(made(form, language=language, layout=LARGE, version="teacher")) > 500


@pytest.mark.parametrize("form", FORMS)
def test_hostile_words_stay_words(form: str) -> None:
    cruel = '<script>alert(1)</script> & "quoted" \x07 $\\text{<img src=x onerror=alert(1)>}$ ' + "x" * 300
    items = (TrueFalse(id="a", prompt=cruel, answer=True), Note(id="b", text="$\\frac{$ and $" + "{" * 400 + "$"))
    content = replace(lesson(title="T" * 300), items=items)
    data = write(compose(content, Layout(parts=(Part(kind="items"),)), "teacher"), form, {})  # type: ignore[arg-type]
    if form in {"html", "form"}:
        tree = parser.fromstring(data.decode())
        assert not tree.xpath("//script | //img")
        assert "alert(1)" in tree.text_content()
    assert data


def test_a_missing_picture_leaves_the_sheet_whole() -> None:
    content = compose(lesson(), EVERYTHING, "student")
    for form in FORMS:
        assert write(content, form, {})


@pytest.mark.parametrize("form", ["pdf", "odt"])
def test_formulas_that_are_pictures_grow_with_large_print(form, monkeypatch) -> None:
    sizes = []
    module = import_module(f"escuela_core.handouts.{'html' if form == 'pdf' else form}")
    monkeypatch.setattr(module, "svg", lambda tex, size: sizes.append(size) or svg(tex, size))
    for size in ("normal", "large"):
        write(compose(lesson(), replace(EVERYTHING, size=size), "student"), form, PICTURES)
    normal, large = sizes[0], sizes[-1]
    assert large / normal == pytest.approx(18 / 11, abs=0.05)
