import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type Schemas, api, newId, told } from "../../api/client";
import { type Run, secondsOf } from "./run";

export type Sheet = Schemas["PracticeSheet"];
export type Sensed = Schemas["SensedSheet"];
export type Scale = Schemas["ScaleShown"];
type Whole = Schemas["ActInputRequest"];
export type Act = Pick<Whole, "kind"> & Partial<Omit<Whole, "kind" | "id" | "at">>;
type Begin = Schemas["LessonInputRequest"];
const ANY = { ground: "any", structure: "any", rod: "any", instrument: "any" };
export type Answer = Omit<Schemas["TaskAnswerInputRequest"], "id">;

const path = (run: Run) => ({ path: { run: run.id } });
export const keyOf = (run: Run) => ["practice", run.id];

export function useLessons() {
  return useQuery({
    queryKey: ["practice"],
    queryFn: () => told(api.GET("/api/v1/practice")),
    staleTime: Infinity,
  });
}

/** The lesson as it stands; begun where it was not, which is harmless where it was. */
export function useRun(run: Run) {
  return useQuery({
    queryKey: keyOf(run),
    queryFn: () =>
      told(
        api.POST("/api/v1/practice", {
          body: { id: run.id, lesson: run.lesson, seed: run.seed, ...ANY, ...run.chosen } as Begin,
        }),
      ),
    staleTime: Infinity,
  });
}

/** Do something on the site; the sheet that comes back takes the place of the one before. */
export function useActs(run: Run) {
  const keep = useKept(run);
  return useMutation({
    mutationFn: (act: Act) =>
      told(
        api.POST("/api/v1/practice/{run}/acts", {
          params: path(run),
          body: { spot: "", holding: "standing", ...act, id: newId(), at: secondsOf(run) },
        }),
      ),
    onSuccess: keep,
  });
}

export function useAnswers(run: Run) {
  const keep = useKept(run);
  return useMutation({
    mutationFn: (answer: Answer) =>
      told(
        api.POST("/api/v1/practice/{run}/answers", {
          params: path(run),
          body: { ...answer, id: newId() },
        }),
      ),
    onSuccess: keep,
  });
}

export function useHints(run: Run) {
  const keep = useKept(run);
  return useMutation({
    mutationFn: (task: string) =>
      told(api.POST("/api/v1/practice/{run}/hints", { params: path(run), body: { task } })),
    onSuccess: keep,
  });
}

export function useEnd(run: Run) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => told(api.POST("/api/v1/practice/{run}/end", { params: path(run) })),
    onSuccess: (debrief) => {
      client.setQueryData([...keyOf(run), "end"], debrief);
      return client.invalidateQueries({ queryKey: keyOf(run), exact: true });
    },
  });
}

export function useDebrief(run: Run, isOver: boolean) {
  return useQuery({
    queryKey: [...keyOf(run), "end"],
    queryFn: () => told(api.GET("/api/v1/practice/{run}/end", { params: path(run) })),
    enabled: isOver,
  });
}

export function sense(run: Run, receiver: number, above: number): Promise<Sensed> {
  return told(
    api.GET("/api/v1/practice/{run}/sense", {
      params: { ...path(run), query: { at: secondsOf(run), receiver, above } },
    }),
  );
}

/** What is seen of a tape and a water level between two spots; the ground may be dug meanwhile. */
export function useBetween(
  run: Run,
  first: string,
  second: string,
  isOpen: boolean,
  rod: Sheet["rod"],
) {
  return useQuery({
    queryKey: [...keyOf(run), "between", first, second, rod.spot, rod.drawn_out],
    queryFn: () =>
      told(
        api.GET("/api/v1/practice/{run}/between", {
          params: { ...path(run), query: { first, second } },
        }),
      ),
    enabled: isOpen,
    gcTime: 0,
    retry: false,
  });
}

function useKept(run: Run) {
  const client = useQueryClient();
  return (sheet: Sheet) => {
    client.setQueryData(keyOf(run), sheet);
  };
}
