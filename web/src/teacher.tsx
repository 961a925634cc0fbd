import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./app/App";
import { speak } from "./app/words";
import "./index.css";
import shared from "./messages/shared.json";
import study from "./messages/study.json";
import teacher from "./messages/teacher.json";

speak(shared, study, teacher);
const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
}
