import { QueryClientProvider } from "@tanstack/react-query";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { AccountPage } from "../accounts/AccountPage";
import { ConfirmPage, NewAddressPage, NewPasswordPage } from "../accounts/ConfirmPage";
import { SignInPage } from "../accounts/SignInPage";
import { ApiError } from "../api/client";
import { Queries } from "../api/queries";
import { ProjectorPage } from "../assignments/ProjectorPage";
import { ClassesPage } from "../classes/ClassesPage";
import { ClassPage } from "../classes/ClassPage";
import { GradebookPage } from "../classes/GradebookPage";
import { DeskPage } from "../desk/DeskPage";
import { HandoutPage } from "../handouts/HandoutPage";
import { FindPage } from "../lessons/FindPage";
import { LessonsPage } from "../lessons/LessonsPage";
import { NewLessonPage } from "../lessons/NewLessonPage";
import { WorkPage } from "../lessons/WorkPage";
import { OfferedListPage } from "../offered/OfferedListPage";
import { OfferedPage } from "../offered/OfferedPage";
import { FromPlatformPage } from "../platforms/FromPlatformPage";
import { PlatformsPage } from "../platforms/PlatformsPage";
import { ThisIsMePage } from "../platforms/ThisIsMePage";
import { RehearsalPage } from "../rehearsal/RehearsalPage";
import { RemotePage } from "../room/RemotePage";
import { ScreenPage } from "../room/ScreenPage";
import { WordingPage } from "../wording/WordingPage";
import { ForAll, SignedIn } from "./SignedIn";

const queries = new Queries({
  defaultOptions: {
    queries: { staleTime: 5_000, retry: (count, error) => !(error instanceof ApiError) && count < 2 },
  },
});

export function App() {
  return (
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <Routes>
          <Route path="/sign-in" element={<SignInPage />} />
          <Route path="/confirm" element={<ConfirmPage />} />
          <Route path="/new-password" element={<NewPasswordPage />} />
          <Route path="/lti/from/:ticket" element={<FromPlatformPage />} />
          <Route element={<ForAll />}>
            <Route path="/offered" element={<OfferedListPage />} />
            <Route path="/offered/:key" element={<OfferedPage />} />
          </Route>
          <Route element={<SignedIn />}>
            <Route path="/lti/me/:ticket" element={<ThisIsMePage />} />
            <Route path="/platforms" element={<PlatformsPage />} />
            <Route path="/" element={<LessonsPage />} />
            <Route path="/new" element={<NewLessonPage />} />
            <Route path="/work" element={<WorkPage />} />
            <Route path="/account" element={<AccountPage />} />
            <Route path="/new-address" element={<NewAddressPage />} />
            <Route path="/classes" element={<ClassesPage />} />
            <Route path="/classes/:class" element={<ClassPage />} />
            <Route path="/classes/:class/marks" element={<GradebookPage />} />
            <Route path="/find" element={<FindPage />} />
            <Route path="/lessons/:lesson/rehearsal" element={<RehearsalPage />} />
            <Route path="/lessons/:lesson/handout" element={<HandoutPage />} />
            <Route path="/lessons/:lesson/wording" element={<WordingPage />} />
            <Route path="/lessons/:lesson/:step?" element={<DeskPage />} />
            <Route path="/assignments/:assignment/room" element={<ScreenPage />} />
            <Route path="/assignments/:assignment/remote" element={<RemotePage />} />
            <Route path="/assignments/:assignment/projector" element={<ProjectorPage />} />
          </Route>
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </BrowserRouter>
    </QueryClientProvider>
  );
}
