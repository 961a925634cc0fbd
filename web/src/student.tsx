import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { speak } from "./app/words";
import "./index.css";
import shared from "./messages/shared.json";
import study from "./messages/study.json";
import { StudentPage } from "./study/StudentPage";

speak(shared, study);
const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <StudentPage code={decodeURIComponent(location.pathname.split("/")[2] ?? "")} />
    </StrictMode>,
  );
}
