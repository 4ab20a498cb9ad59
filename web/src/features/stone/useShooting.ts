import { useMutation, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { type Schemas, api, newId, problemsOf, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { useDelayed } from "../../parts/delayed";
import { useDraft } from "../../parts/drafts";

type Floor = Schemas["FloorPlan"];
type Peg = Schemas["Peg"];

export type Logged = { name: string; figures: Schemas["ShotFigures"] };

const EMPTY = { point: "", reading: "" };

/**
 * The shooting of one floor from one set-up: which point, what is typed, what it says.
 *
 * What is typed belongs to its point. Where its answer was lost and the shot turns out to be
 * recorded, the next point follows as if the answer had come.
 */
export function useShooting(floor: Floor, setUp: string) {
  const { values, set, sending, clear } = useDraft(`shot:${floor.id}:${setUp}`, EMPTY);
  const [logged, setLogged] = useState<Logged | null>(null);
  const current = pegOf(floor, values.point) ?? nextUnshot(floor, "") ?? floor.pegs[0];
  const preview = usePreview(setUp, floor.id, values.reading);

  const log = useMutation({
    mutationFn: (peg: Peg) =>
      told(
        api.POST("/api/v1/shots", {
          body: {
            id: values.id,
            set_up: setUp,
            point: peg.id,
            reading: values.reading,
            taken_at: sending(),
          },
        }),
      ),
    onSuccess: async (figures, peg) => {
      setLogged({ name: peg.name, figures });
      clear();
      set({ point: nextUnshot(floor, peg.id)?.id ?? peg.id });
      await forgetReadings();
    },
  });

  const strike = useMutation({
    mutationFn: ({ shot, reason }: { shot: string; reason: string }) =>
      told(
        api.POST("/api/v1/shots/{shot}/strikes", {
          params: { path: { shot } },
          body: { id: newId(), reason },
        }),
      ),
    onSuccess: () => forgetReadings(),
  });

  const point = current?.id ?? "";
  const isRecorded = current?.shot?.id === values.id;
  useEffect(() => {
    if (!isRecorded) return;
    clear();
    set({ point: nextUnshot(floor, point)?.id ?? point });
  }, [isRecorded, clear, set, floor, point]);

  const type = useCallback(
    (reading: string) => {
      log.reset();
      setLogged(null);
      set({ reading, point });
    },
    [log, set, point],
  );
  const go = useCallback(
    (point: string) => {
      log.reset();
      setLogged(null);
      set({ point });
    },
    [log, set],
  );
  const step = (by: 1 | -1) => {
    const at = floor.pegs.findIndex((peg) => peg.id === current?.id);
    const next = floor.pegs[(at + by + floor.pegs.length) % floor.pegs.length];
    if (next) go(next.id);
  };
  const submit = () => {
    if (current && !current.shot && !log.isPending) log.mutate(current);
  };
  const refused = problemsOf(log.error);
  return {
    current,
    reading: values.reading,
    figures: values.reading.trim() ? preview.data : undefined,
    problems: refused.length ? refused : values.reading.trim() ? problemsOf(preview.error) : [],
    logged,
    isLogging: log.isPending,
    strike,
    type,
    go,
    step,
    submit,
  };
}

export type Shooting = ReturnType<typeof useShooting>;

function pegOf(floor: Floor, id: string): Peg | undefined {
  return floor.pegs.find((peg) => peg.id === id);
}

/** The next point in walking order that has no shot, starting behind one. */
function nextUnshot(floor: Floor, after: string): Peg | undefined {
  const from = floor.pegs.findIndex((peg) => peg.id === after) + 1;
  const inOrder = [...floor.pegs.slice(from), ...floor.pegs.slice(0, from)];
  return inOrder.find((peg) => !peg.shot && peg.id !== after);
}

function usePreview(set_up: string, floor: string, typed: string) {
  const reading = useDelayed(typed, 90);
  return useQuery({
    queryKey: ["reading", set_up, floor, reading],
    queryFn: () =>
      told(
        api.GET("/api/v1/set-ups/{set_up}/reading", {
          params: { path: { set_up }, query: { floor, reading } },
        }),
      ),
    enabled: reading.trim() !== "",
    retry: false,
    gcTime: 0,
  });
}
