import { Navigate, Outlet, useLocation } from "react-router";
import { Boundary } from "../ui/Boundary";
import { NotYet } from "../ui/Notice";
import { UndoOffer } from "../ui/Undo";
import { useSession } from "./session";

/** Lets only a signed-in teacher through; where they wanted to go is kept over the sign-in. */
export function SignedIn() {
  const session = useSession();
  const place = useLocation();
  if (!session.data) return <NotYet error={session.error} />;
  if (!session.data.user) {
    return <Navigate to={`/sign-in?to=${encodeURIComponent(place.pathname + place.search + place.hash)}`} replace />;
  }
  return (
    <UndoOffer of={place.pathname}>
      <Boundary of={place.pathname}>
        <Outlet />
      </Boundary>
    </UndoOffer>
  );
}
