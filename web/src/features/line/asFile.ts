import type { Numbered } from "../../phone/held";

/** Save records that the server does not have as a file, for the office to look at. */
export function asFile(records: readonly Numbered[], reason = ""): void {
  const told = records.map(({ id, method, path, headers, body, words, at, problems }) => ({
    words,
    recorded_at: new Date(at).toISOString(),
    ...(reason ? { let_go: reason } : {}),
    problems,
    request: { id, method, path, headers, body: body ? (JSON.parse(body) as unknown) : null },
  }));
  const content = JSON.stringify(
    { format: "yellow-peg-unsent", version: 1, records: told },
    null,
    1,
  );
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([content], { type: "application/json" }));
  link.download = `unsent-${new Date().toISOString().slice(0, 10)}.json`;
  link.click();
  URL.revokeObjectURL(link.href);
}
