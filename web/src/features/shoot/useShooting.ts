import { queryOptions, useMutation, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { type Schemas, api, newId, problemsOf, told } from "../../api/client";
import { forgetReadings, queries } from "../../api/queries";
import { useDelayed, useIsAtRest } from "../../parts/delayed";
import { pointKey, useDraft, useKept } from "../../parts/drafts";
import { type Pass, inPass } from "../../parts/plan/pegs";
import { type Sight, sightFrom } from "../../parts/sights";
import type { Work } from "./work";

type Peg = Schemas["Peg"];

export type Logged = { name: string; figures: Schemas["Said"] };
type Preview = Schemas["Preview"];
/** An unlikely reading: what makes it so, and over which shot it was typed. */
type Doubted = { unlikely: NonNullable<Preview["unlikely"]>; misread: string | null };
type Choice = { reading: string; first_typed: string; slip: string };

const EMPTY = { reading: "" };
/** How long what a reading would say holds, while nothing else is recorded, milliseconds. */
const PREVIEW_HOLDS = 2_000;
/** What is done with a reading of a point that has one: it was right then, or it was wrong. */
export type Again = "changed" | "misread";

/**
 * The shooting of one work from one set-up: which point, what is typed, what it says.
 *
 * What is typed belongs to its point. Where its answer was lost and the shot turns out to be
 * recorded, the next point follows as if the answer had come.
 */
export function useShooting(work: Work, stands: Schemas["SetUpSheet"], pass: Pass) {
  const setUp = stands.id;
  const [at, goTo] = useKept(pointKey(work.id, setUp, pass), "");
  const [logged, setLogged] = useState<Logged | null>(null);
  const [doubted, setDoubted] = useState<Doubted | null>(null);
  const nextUnshot = (after: string) => nextToShoot(work, after, pass);
  const current = pegOf(work, at) ?? nextUnshot("") ?? work.pegs[0];
  const point = current?.id ?? "";
  const { values, set, sending, clear } = useDraft(`shot:${pass}:${point}:${setUp}`, EMPTY);
  // The rod standing is what a shot begins with; another way is for this point, unless it stays.
  const [staying, stay] = useKept(`sight-stays:${setUp}`, "");
  const [own, hold] = useKept(`sight:${setUp}:${point}`, "");
  const sight = sightFrom(own || staying || "standing", stands.line.reads);
  const asked = { set_up: setUp, point: current?.id ?? "", setting: pass, sight };
  const preview = usePreview(asked, values.reading);
  const shot = current && inPass(current, pass).shot;

  const log = useMutation({
    mutationFn: async ({ peg, choice, misread }: Logging) => {
      if (!choice && !values.sentAt) {
        const unlikely = await lookOver({ ...asked, point: peg.id }, values.reading);
        if (unlikely) return { doubted: { unlikely, misread } };
      }
      const body = {
        id: values.id,
        set_up: setUp,
        point: peg.id,
        setting: pass,
        sight,
        misread,
        taken_at: sending(),
        ...(choice ?? { first_typed: "", slip: "" }),
        reading: choice?.reading ?? values.reading,
      };
      return { figures: await told(api.POST("/api/v1/shots", { body })) };
    },
    onSuccess: (answer, { peg }) => {
      setDoubted(answer.doubted ?? null);
      if (!answer.figures) return;
      setLogged({ name: peg.name, figures: answer.figures });
      clear();
      goTo(nextUnshot(peg.id)?.id ?? peg.id);
      // The next point is there at once; what the lists say follows.
      void forgetReadings();
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

  const isRecorded = shot?.id === values.id;
  useEffect(() => {
    if (!isRecorded) return;
    clear();
    goTo(nextToShoot(work, point, pass)?.id ?? point);
  }, [isRecorded, clear, goTo, work, point, pass]);

  const type = useCallback(
    (reading: string) => {
      log.reset();
      setLogged(null);
      setDoubted(null);
      set({ reading });
    },
    [log, set],
  );
  const go = useCallback(
    (point: string) => {
      log.reset();
      setLogged(null);
      setDoubted(null);
      goTo(point);
    },
    [log, goTo],
  );
  const step = (by: 1 | -1) => {
    const at = work.pegs.findIndex((peg) => peg.id === current?.id);
    const next = work.pegs[(at + by + work.pegs.length) % work.pegs.length];
    if (next) go(next.id);
  };
  const isOpen = current !== undefined && (!shot || shot.in_doubt);
  /** Log what is typed; over a reading that counts, that one was right then, or misread. */
  const submit = (again: Again = "changed") => {
    if (!current || log.isPending) return;
    log.mutate({ peg: current, misread: again === "misread" && shot ? shot.id : null });
  };
  /** Answer an unlikely reading: take what a slip explains, or keep it as it was typed. */
  const decide = (slip: string, reading: string) => {
    if (!current) return;
    const first_typed = reading === values.reading ? "" : values.reading;
    const misread = doubted?.misread ?? null;
    log.mutate({ peg: current, misread, choice: { reading, slip, first_typed } });
  };
  const isAtRest = useIsAtRest(values.reading);
  const refused = problemsOf(log.error);
  return {
    current,
    shot,
    pass,
    isOpen,
    doubted: doubted?.unlikely ?? null,
    decide,
    reading: values.reading,
    sight,
    hold,
    staying,
    stay,
    figures: values.reading.trim() ? preview.data?.says : undefined,
    isOld: preview.isOld,
    problems: refused.length
      ? refused
      : isAtRest && values.reading.trim()
        ? problemsOf(preview.error)
        : [],
    logged,
    isLogging: log.isPending,
    strike,
    type,
    go,
    step,
    submit,
  };
}

/** `misread` is the shot that this one takes the place of. */
type Logging = { peg: Peg; choice?: Choice; misread: string | null };

export type Shooting = ReturnType<typeof useShooting>;

function pegOf(work: Work, id: string): Peg | undefined {
  return work.pegs.find((peg) => peg.id === id);
}

/** The next point in walking order that has no shot that counts, starting behind one. */
function nextToShoot(work: Work, after: string, pass: Pass): Peg | undefined {
  const from = work.pegs.findIndex((peg) => peg.id === after) + 1;
  const inOrder = [...work.pegs.slice(from), ...work.pegs.slice(0, from)];
  const isOpen = (peg: Peg) => {
    const { shot } = inPass(peg, pass);
    return !shot || shot.in_doubt;
  };
  return inOrder.find((peg) => isOpen(peg) && peg.id !== after);
}

type Asked = { set_up: string; point: string; setting: Pass; sight: Sight };

function askPreview({ set_up, ...query }: Asked, reading: string): Promise<Preview> {
  return told(
    api.GET("/api/v1/set-ups/{set_up}/reading", {
      params: { path: { set_up }, query: { ...query, reading } },
    }),
  );
}

function usePreview(asked: Asked, typed: string) {
  const reading = useDelayed(typed, 90);
  const preview = useQuery({
    ...previewOf(asked, reading),
    enabled: reading.trim() !== "",
    placeholderData: (before, query) =>
      JSON.stringify(query?.queryKey[1]) === JSON.stringify(asked) ? before : undefined,
  });
  return { ...preview, isOld: preview.isPlaceholderData || reading !== typed };
}

/** What a reading would say, asked once while it is typed and when it is logged. */
function previewOf(asked: Asked, reading: string) {
  return queryOptions({
    queryKey: ["reading", asked, reading],
    queryFn: () => askPreview(asked, reading),
    retry: false,
    gcTime: PREVIEW_HOLDS,
    staleTime: PREVIEW_HOLDS,
  });
}

/** Say what makes a reading unlikely; nothing where it is likely, or nobody can be asked. */
async function lookOver(asked: Asked, reading: string): Promise<Preview["unlikely"]> {
  try {
    return (await queries.fetchQuery(previewOf(asked, reading))).unlikely;
  } catch {
    return null;
  }
}
