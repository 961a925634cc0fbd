import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { speak } from "./app/words";
import "./index.css";
import shared from "./messages/shared.json";
import study from "./messages/study.json";
import { StudentPage } from "./study/StudentPage";
import { showToken } from "./study/token";

speak(shared, study);
const code = decodeURIComponent(location.pathname.split("/")[2] ?? "");
showToken(code);
const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <StudentPage code={code} />
    </StrictMode>,
  );
}
