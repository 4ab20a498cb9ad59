import type { Answered, Asked } from "../../phone/boot.mjs";
import { BY_THE_PHONE } from "../api/phone";

/** The headers that a request carries on: what it is, and what the phone says of itself. */
const CARRIED = /^(content-type|accept|x-phone.*)$/;

/** A request as the server in a worker is asked it. */
export async function asAsked(request: Request): Promise<Asked> {
  const { pathname, search } = new URL(request.url);
  const headers = [...request.headers].filter(([name]) => CARRIED.test(name));
  return {
    method: request.method,
    path: `${pathname}${search}`,
    headers: Object.fromEntries(headers),
    body: await request.text(),
  };
}

/** Its answer, as the page gets one. */
export function asResponse({ status, headers, body }: Answered): Response {
  return new Response(body || null, { status, headers: { ...headers, [BY_THE_PHONE]: "yes" } });
}
