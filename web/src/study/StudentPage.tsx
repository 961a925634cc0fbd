import { useEffect, useRef, useState } from "react";
import { ApiError, api, body, type Schemas } from "../api/client";
import { inTab } from "../app/storage";
import { ErrorNotice, Waiting } from "../ui/Notice";
import { CodePage } from "./CodePage";
import { hereIn, NumberShown } from "./Entry";
import { InRoom } from "./InRoom";
import { JoinPage, SamePage } from "./JoinPage";
import { forgetAll } from "./offline/keeping";
import { Outbox } from "./outbox";
import { Studying } from "./Studying";
import { keepToken } from "./token";
import { forgetGiven } from "./useGiven";

type Study = Schemas["StudyOut"];

/** What a student sees at /s/CODE: a name to give, then the lesson. */
export function StudentPage({ code }: { code: string }) {
  const [study, setStudy] = useState<Study | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [here, setHere] = useState(() => inTab.get(hereKey(code)));
  const stay = (student: string) => {
    inTab.set(hereKey(code), student);
    setHere(student);
  };
  const joined = (into: Study) => {
    if (into.student) stay(into.student.id);
    if (into.entry) hereIn.stay(into.entry);
    keepToken(code, into.token, into.entry !== null || letInAt !== null);
    setStudy(into);
  };
  // Whom the class's own page knows in this tab is not asked again.
  const arrived = async (found: Study) => {
    if (found.token) return joined(found);
    const { entry } = found;
    const goesOn = entry?.me && hereIn.is(entry) && found.state !== "not_yet" && found.state !== "closed";
    if (goesOn) joined(await enter(code, entry.me?.id ?? ""));
    else setStudy(found);
  };
  const entered = useRef(arrived);
  entered.current = arrived;
  useEffect(() => {
    if (code) (letIn(code) ?? load(code)).then(entered.current).catch(setError);
  }, [code]);
  if (!code || (error instanceof ApiError && error.status === 404)) return <CodePage wrong={Boolean(code)} />;
  if (error) return <ErrorNotice error={error} />;
  if (!study) return <Waiting />;
  const { student, lesson, entry } = study;
  const inRoom = study.in_room && student !== null;
  if (!student || (!lesson && !inRoom)) {
    return <JoinPage code={code} study={study} joined={joined} load={() => load(code).then(setStudy)} />;
  }
  if (entry?.pin) return <NumberShown entry={entry} goOn={() => setStudy({ ...study, entry: null })} />;
  if (here !== student.id) {
    const leave = async () => setStudy(await left(code, student.id));
    return <SamePage study={study} name={student.nickname} goOn={() => stay(student.id)} leave={leave} />;
  }
  if (inRoom || !lesson) {
    const over = () => load(code).then(setStudy).catch(setError);
    return <InRoom code={code} student={student.id} nickname={student.nickname} rules={study.rules} over={over} />;
  }
  const again = async () => {
    const begun = body(await api.POST("/api/study/{code}/again/", { params: { path: { code } } }));
    forgetGiven();
    joined(begun);
  };
  return <Studying key={student.id} code={code} study={study} lesson={lesson} student={student} again={again} />;
}

/** Who is at this tab: a device that is shared asks once in each. */
function hereKey(code: string): string {
  return `escuela.here.${code}`;
}

/** As a member of the class whom the device knows. */
async function enter(code: string, member: string): Promise<Study> {
  return body(await api.POST("/api/study/{code}/", { params: { path: { code } }, body: { member } }));
}

let letInAt: Promise<Study> | null = null;

/** Where somebody else's system has let a student in, it stands behind ``#`` in the address, and is good once. */
function letIn(code: string): Promise<Study> | null {
  const entry = new URLSearchParams(location.hash.slice(1)).get("enter");
  if (entry) {
    history.replaceState(history.state, "", location.pathname + location.search);
    letInAt = api.POST("/api/study/{code}/entry/", { params: { path: { code } }, body: { entry } }).then(body);
  }
  return letInAt;
}

async function load(code: string): Promise<Study> {
  return body(await api.GET("/api/study/{code}/", { params: { path: { code } } }));
}

/** The lesson as nobody sees it, once what the student before left on the device has been handed in. */
async function left(code: string, student: string): Promise<Study> {
  const outbox = new Outbox(code, student, () => undefined);
  await outbox.send();
  outbox.close();
  if (outbox.count) throw new ApiError(409, "answers_wait", "", { count: outbox.count });
  await api.DELETE("/api/study/{code}/", { params: { path: { code } } });
  keepToken(code, "");
  await forgetAll();
  return load(code);
}
