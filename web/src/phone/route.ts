import { isOnlyAsked } from "../api/asked";
import { IS_PRACTICE } from "../api/place";
import { asAsked, asResponse } from "./envelope";
import { begun, freshenSoon, keptSession } from "./live";
import { OFFICE_ADDRESSES } from "./office.gen";
import { drained, kick } from "./sender";
import { PATIENCE, lineNow, overTheLine } from "./line";
import { answerOf, askPhone, phoneState } from "./phone";
import { byPractice } from "./practice";

/**
 * Who answers a request: this phone, where it holds what is asked about; the server, where it
 * does not or can't. What is recorded here is sent on behind.
 */

/** What only the server answers. */
const OFFICE = new RegExp(
  `^/api/v1/(${OFFICE_ADDRESSES.map((one) => one.replaceAll(".", "\\.").replaceAll("*", "[^/]+")).join("|")})$`,
);
/** What is the server's to say while there is a line: the phone knows less of it. */
const LINE_FIRST = /^\/api\/v1\/(jobs|day)$|\/map$/;

const NEEDS_A_LINE = 503;
const MISSING = 404;
/** The phone answers so while it still learns who is signed in. */
const SIGNED_OUT = 401;

export async function routed(request: Request): Promise<Response> {
  const { pathname } = new URL(request.url);
  if (IS_PRACTICE) return byPractice(request);
  if (phoneState() === "off" || OFFICE.test(pathname)) return byTheServer(request, pathname);
  const isAsked = request.method === "GET" || isOnlyAsked(pathname);
  if (!isAsked) return recorded(request);
  if (LINE_FIRST.test(pathname) && lineNow() === "good") return lineFirst(request);
  return phoneFirst(request);
}

async function byTheServer(request: Request, pathname: string): Promise<Response> {
  if (pathname.endsWith("/session") && request.method === "GET")
    return overTheLine(request, (await keptSession()) ? PATIENCE : undefined);
  if (phoneState() !== "off" && !pathname.endsWith("/session")) await drained(PATIENCE);
  return overTheLine(request);
}

async function lineFirst(request: Request): Promise<Response> {
  await drained(PATIENCE);
  try {
    return await overTheLine(request.clone(), PATIENCE);
  } catch {
    return byThePhone(request);
  }
}

/** Ask the phone; what it does not hold is the server's to answer. */
async function phoneFirst(request: Request): Promise<Response> {
  if (phoneState() === "ready") {
    const own = await byThePhone(request.clone());
    if (isOwn(own) || lineNow() === "none") return own;
    return overTheLine(request);
  }
  try {
    return await overTheLine(request.clone(), PATIENCE);
  } catch (failed) {
    if (phoneState() !== "starting") throw failed;
    return byThePhone(request);
  }
}

async function byThePhone(request: Request): Promise<Response> {
  return asResponse(await answerOf(await asAsked(request)));
}

/** Record in the phone where it holds what it is recorded on, else on the server. */
async function recorded(request: Request): Promise<Response> {
  const isReady = phoneState() === "ready";
  if (!isReady && lineNow() === "good") {
    await drained(PATIENCE); // it may rest on what still waits
    try {
      const answer = await overTheLine(request.clone(), PATIENCE);
      if (answer.ok) freshenSoon(); // the phone may have become ready meanwhile, without it
      return answer;
    } catch (failed) {
      // It goes under the same key: where it did come in, the second time is the first one.
      if (phoneState() !== "starting") throw failed;
    }
  }
  const own = await inThePhone(request.clone());
  if (isOwn(own) || lineNow() === "none") return own;
  const answer = await overTheLine(request);
  if (answer.ok) freshenSoon(); // the phone does not have it yet
  return answer;
}

async function inThePhone(request: Request): Promise<Response> {
  const asked = await asAsked(request);
  const { method, path, headers, body } = asked;
  const waiting = {
    id: request.headers.get("X-Record") ?? "",
    method,
    path,
    headers,
    body,
    at: Date.now(),
    standing: "waiting" as const,
    problems: [],
  };
  const { answered } = await askPhone({ name: "record", asked, waiting });
  if (!answered) throw new Error("The phone did not answer.");
  if (answered.status < 300) {
    if (path === "/api/v1/jobs") await begun(body);
    kick(true);
  }
  return asResponse(answered);
}

/** Whether an answer is the phone's own: what it doesn't hold, or whose it can't tell, isn't. */
function isOwn(answer: Response): boolean {
  return ![MISSING, NEEDS_A_LINE, SIGNED_OUT].includes(answer.status);
}
