import { drafts } from "../parts/drafts";
import { isToSignOut, keepSession, keptSession, leave, signedOutIsTold } from "../phone/live";
import { IS_PRACTICE } from "./place";
import { type Schemas, Refused, api, told } from "./client";

export type Session = Schemas["SessionSheet"];

const NOBODY: Session = {
  person: 0,
  name: "",
  crews: [],
  begins: "no",
  sends_mail: false,
  demo_accounts: [],
  styles: [],
};

/** Return who is signed in: as the server says, or as this phone knows where there is no line. */
export async function sessionNow(): Promise<Session> {
  if (IS_PRACTICE) return practicing();
  try {
    if (await isToSignOut()) await signOutThere();
    return await knownAs(await told(api.GET("/api/v1/session")));
  } catch (failed) {
    const kept = await keptSession();
    if (kept && failed instanceof Refused && failed.status === 0) return knownAs(kept);
    if (await isToSignOut()) return NOBODY;
    throw failed;
  }
}

async function practicing(): Promise<Session> {
  const session = await told(api.GET("/api/v1/session"));
  drafts.areOf(session.person);
  return session;
}

async function signOutThere(): Promise<void> {
  await told(api.DELETE("/api/v1/session"));
  await signedOutIsTold();
}

/** Keep who is signed in; what is typed from now on is theirs alone. */
export async function knownAs(session: Session): Promise<Session> {
  drafts.areOf(session.person);
  await keepSession(session);
  return session;
}

/** Sign out, with or without a line: everything taken along leaves this phone. */
export async function signOut(): Promise<Session> {
  const now = await told(api.DELETE("/api/v1/session")).catch((failed: unknown) => {
    if (failed instanceof Refused && failed.status === 0) return null;
    throw failed;
  });
  await leave(now !== null);
  drafts.areOf(0);
  return now ?? NOBODY;
}
