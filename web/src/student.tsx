import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { speak } from "./app/words";
import "./index.css";
import shared from "./messages/shared.json";
import study from "./messages/study.json";
import { ClassPage } from "./study/ClassPage";
import { LaunchProblem } from "./study/LaunchProblem";
import { MinePage } from "./study/MinePage";
import { StudentPage } from "./study/StudentPage";
import { showToken } from "./study/token";

speak(shared, study);
// /s/CODE is a lesson, /c/CODE a class, /c/ all of one's classes.
const [, room, part = ""] = location.pathname.split("/");
const code = decodeURIComponent(part);
if (room === "s") showToken(code);
// A page that frames a lesson may fit the frame to it: it is told how high the lesson is.
if (window.parent !== window) {
  new ResizeObserver(() => {
    const height = document.documentElement.scrollHeight;
    window.parent.postMessage({ type: "escuela.height", height }, "*");
  }).observe(document.body);
}
const root = document.getElementById("root");
if (root) {
  const { problem } = root.dataset;
  const ofClass = code ? <ClassPage code={code} /> : <MinePage />;
  const page = room === "c" ? ofClass : <StudentPage code={code} />;
  createRoot(root).render(<StrictMode>{problem ? <LaunchProblem problem={JSON.parse(problem)} /> : page}</StrictMode>);
}
