import { Navigate, Outlet } from "react-router";
import { useSession } from "../../api/queries";
import { LineBar, useHeldPhone } from "../line";
import { Loaded } from "../../parts/Page";
import { Away } from "./Away";

/** Lets people who are signed in through, and shows the others the door. */
export function SignedIn() {
  const session = useSession();
  useHeldPhone();
  return (
    <>
      <Away />
      <LineBar />
      <Loaded query={session}>
        {(now) => (now.name ? <Outlet /> : <Navigate to="/sign-in" replace />)}
      </Loaded>
    </>
  );
}
