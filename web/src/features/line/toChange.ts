import type { Numbered } from "../../phone/held";

/** What was typed in a refused record and can be typed anew. */
type Field = { field: string; label: string; value: string };

const A_KEY = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const read = (one: Numbered) => JSON.parse(one.body || "{}") as Record<string, unknown>;

/** The fields that the server refused, as they were typed; those that name something else are not. */
export function toChange(one: Numbered): Field[] {
  const body = read(one);
  const named = [...new Set(one.problems.map(({ field }) => field))];
  return named.flatMap((field) => {
    const value = body[field];
    if (typeof value !== "string" || A_KEY.test(value)) return [];
    const label = field.replaceAll("_", " ");
    return [{ field, label: label.charAt(0).toUpperCase() + label.slice(1), value }];
  });
}

/** The record with something else typed in those fields. */
export function changedBody(one: Numbered, fields: Field[], typed: string[]): string {
  const changed = fields.map(({ field, value }, index) => [field, typed[index] ?? value]);
  return JSON.stringify({ ...read(one), ...Object.fromEntries(changed) });
}
