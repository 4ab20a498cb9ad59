import { useQuery } from "@tanstack/react-query";
import { problemsOf } from "../../api/client";
import { useDelayed } from "../../parts/delayed";
import { useDraft } from "../../parts/drafts";

function isTyped(values: Readonly<Record<string, string>>): boolean {
  return Object.values(values).every((text) => text.trim() !== "");
}

/**
 * A small sum of typed entries, worked out while they are typed and kept on this device.
 *
 * Nothing is asked before it is ready: by itself, when every entry has something in it.
 */
export function useSum<Values extends Record<string, string>, Answer>(
  key: string,
  initial: Values,
  ask: (values: Values) => Promise<Answer>,
  isReady: (values: Values) => boolean = isTyped,
) {
  const { values, set } = useDraft(key, initial);
  const typed = Object.fromEntries(
    Object.keys(initial).map((name) => [name, values[name]]),
  ) as Values;
  const settled = useDelayed(typed, 250);
  const query = useQuery({
    queryKey: ["sum", key, settled],
    queryFn: () => ask(settled),
    enabled: isReady(settled),
    retry: false,
    gcTime: 0,
  });
  const isAsked = isReady(typed) && JSON.stringify(typed) === JSON.stringify(settled);
  return {
    values: typed,
    change: (name: keyof Values & string, text: string) =>
      set({ [name]: text } as unknown as Partial<Values>),
    changeAll: (changed: Partial<Values>) => set(changed),
    answer: isAsked ? query.data : undefined,
    problems: isAsked ? problemsOf(query.error) : [],
  };
}
