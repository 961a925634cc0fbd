"""A request to copy for whoever uses an assistant by hand: the script with times, and the form wanted back."""

from __future__ import annotations

from escuela_core.language.languages import language_of
from escuela_core.timeline import clock
from escuela_core.transcripts.model import Transcript

_REQUESTS = {
    "en": """Write {count} questions on the transcript below, for students who hear it once.
Mix these kinds: one right option, true or false, a gap (___), an open answer, pairs to match, steps in order,
things to sort into groups.
Ask only about what is said, never about greetings or about what is only shown. Change the wording; do not quote.
Wrong options must be of the same sort as the right one and plainly wrong by the transcript.
Answer in exactly this form, nothing before or after it:

1. [2:05] What …?
a) …
b) …
c) …
Answer: b
Explanation: …

2. [3:10] True or false: …
Answer: False

3. [3:40] The gate opens when ___.
Answer: the levels are equal / both levels match

4. [4:20] Why …?
Model answer: …

5. [5:00] Match each … with its …
- … -> …
- … -> …

6. [6:30] Put the steps in order, things to sort into groups.
a) …
b) …
c) …
Correct order: c, a, b

7. [7:10] Sort … into groups.
- …: …, …
- …: …, …

The time in brackets is when the sentence that answers the question has just been spoken.

Transcript:
""",
    "es": """Escribe {count} preguntas sobre la transcripción de abajo, para estudiantes que la oyen una vez.
Mezcla estos tipos: una opción correcta, verdadero o falso, un hueco (___), respuesta abierta, parejas, orden,
cosas que se clasifican en grupos.
Pregunta solo por lo que se dice, nunca por saludos ni por lo que solo se ve. Cambia las palabras; no cites.
Las opciones falsas son de la misma clase que la correcta y claramente falsas según la transcripción.
Responde exactamente de esta forma, sin nada antes ni después:

1. [2:05] ¿Qué …?
a) …
b) …
c) …
Respuesta: b
Explicación: …

2. [3:10] Verdadero o falso: …
Respuesta: Falso

3. [3:40] La compuerta se abre cuando ___.
Respuesta: los niveles son iguales / ambos niveles coinciden

4. [4:20] ¿Por qué …?
Respuesta modelo: …

5. [5:00] Relaciona cada … con su …
- … -> …
- … -> …

6. [6:30] Ordena los pasos.
a) …
b) …
c) …
Orden correcto: c, a, b

7. [7:10] Clasifica … en grupos.
- …: …, …
- …: …, …

El tiempo entre corchetes es cuando acaba de decirse la frase que responde.

Transcripción:
""",
}


def request_text(transcript: Transcript, *, count: int) -> str:
    """The request in the talk's language (English where there is none in it), with every sentence and its time."""
    head = _REQUESTS.get(language_of(transcript.language).code, _REQUESTS["en"]).format(count=count)
    return head + "\n".join(f"[{clock(s.start_ms)}] {s.text}" for s in transcript.sentences) + "\n"
