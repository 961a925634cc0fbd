import { Navigate, Outlet, useLocation } from "react-router";
import { Boundary } from "../ui/Boundary";
import { NotYet } from "../ui/Notice";
import { UndoOffer } from "../ui/Undo";
import { useSession } from "./session";

/** The place one is at, to come back to after signing in. */
export function useWayToSignIn(): string {
  const place = useLocation();
  return `/sign-in?to=${encodeURIComponent(place.pathname + place.search + place.hash)}`;
}

/** Lets only a signed-in teacher through; where they wanted to go is kept over the sign-in. */
export function SignedIn() {
  const session = useSession();
  const signIn = useWayToSignIn();
  if (!session.data) return <NotYet error={session.error} />;
  if (!session.data.user) return <Navigate to={signIn} replace />;
  return <ForAll />;
}

/** Around the pages that visitors may see too. */
export function ForAll() {
  const place = useLocation();
  return (
    <UndoOffer of={place.pathname}>
      <Boundary of={place.pathname}>
        <Outlet />
      </Boundary>
    </UndoOffer>
  );
}
