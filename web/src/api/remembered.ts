import { type DehydratedState, type QueryClient, dehydrate, hydrate } from "@tanstack/react-query";
import { keep, kept } from "../phone/held";
import { canWorkAlone } from "../phone/live";
import type { Schemas } from "./client";

/** What the screens showed last, so that a start without a line shows it at once. */

/**
 * What is remembered: what a job's screens stand on. What is only asked while typing is not, nor
 * whether a pour may begin: an hour turns a GO into a hold, and nobody is shown that of yesterday.
 */
const SHOWN = ["jobs", "job", "floor", "stage", "gear", "element", "marks", "book"];
const PAUSE = 3_000;

type Query = DehydratedState["queries"][number];

/** A job as it was shown, but for whether its pours may begin: that is looked at anew. */
function unjudged(query: Query): Query {
  if (query.queryKey[0] !== "job") return query;
  const job = query.state.data as Schemas["JobSheet"];
  const steps = job.steps.map((step) =>
    step.key === "pours" ? { ...step, state: "open" as const, note: "looking again" } : step,
  );
  return { ...query, state: { ...query.state, data: { ...job, steps } } };
}

const isShown = ({ queryKey }: { queryKey: readonly unknown[] }) => queryKey[0] !== "session";

type Remembered = { person: number; state: DehydratedState };

let person = 0;
let isListening = false;
let timer: ReturnType<typeof setTimeout> | undefined;

/** Show what a person's screens showed last, until what is true now is there; keep it from now on. */
export async function rememberFor(client: QueryClient, who: number): Promise<void> {
  if (who === person || !canWorkAlone()) return;
  if (person) client.removeQueries({ predicate: isShown }); // it is not this person's to see
  person = who;
  const before = await kept<Remembered | null>("screens").catch(() => null);
  if (who && before?.person === who) {
    hydrate(client, { ...before.state, queries: before.state.queries.map(unjudged) });
    void client.invalidateQueries({ predicate: isShown });
  }
  if (isListening) return;
  isListening = true;
  client.getQueryCache().subscribe(({ type }) => {
    if (type !== "updated" || timer) return;
    timer = setTimeout(() => void remember(client), PAUSE);
  });
}

async function remember(client: QueryClient): Promise<void> {
  timer = undefined;
  if (!person) return;
  const state = dehydrate(client, {
    shouldDehydrateQuery: ({ queryKey, state: { status } }) =>
      status === "success" && SHOWN.includes(String(queryKey[0])),
  });
  await keep("screens", { person, state } satisfies Remembered).catch(() => undefined);
}

/** Forget what the screens showed; nobody else sees it. */
export async function forgetScreens(): Promise<void> {
  person = 0;
  await keep("screens", null).catch(() => undefined);
}
