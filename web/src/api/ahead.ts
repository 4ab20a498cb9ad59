import type { QueryClient } from "@tanstack/react-query";
import { canWorkAlone, keptSession } from "../phone/live";
import { drafts } from "../parts/drafts";
import { jobQuery, sessionQuery, stageQuery } from "./queries";
import { rememberFor } from "./remembered";

/** What is begun before anything is drawn, so that the first answer waits for one thing, not for three. */

const JOB = /^\/jobs\/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})(?:\/(\w[\w-]*))?/;
/** The screens that are a stage's own, by their address. */
const STAGES = ["points", "layout", "dig", "forms", "piers", "in-slab", "after"] as const;

/**
 * Show at once what this phone showed its person last; where it showed nothing, ask for what the
 * address names. Who is signed in, and whatever is shown, is asked for anew either way.
 */
export async function beginAhead(client: QueryClient, { pathname, search }: Location) {
  const session = canWorkAlone() ? await keptSession().catch(() => null) : null;
  if (session === null) {
    askAhead(client, pathname, new URLSearchParams(search).get("stage") ?? "");
    return;
  }
  drafts.areOf(session.person);
  client.setQueryData(sessionQuery.queryKey, session, { updatedAt: 0 });
  await rememberFor(client, session.person);
}

function askAhead(client: QueryClient, pathname: string, chosen: string) {
  const [, job, screen] = JOB.exec(pathname) ?? [];
  if (!job) return;
  const stage = STAGES.find((one) => one === screen || (screen === "floors" && one === chosen));
  void client.prefetchQuery(sessionQuery);
  void client.prefetchQuery(jobQuery(job));
  if (stage) void client.prefetchQuery(stageQuery(job, stage));
}
