import { useMutation } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { useIsAtRest } from "../../parts/delayed";
import { keepChoice, useDraft, useKept } from "../../parts/drafts";
import { usePreview } from "../../parts/preview";
import type { Sight } from "../../parts/sights";

export type Wanted = { name: string; target: string; reading: string; sight: Sight };
export type Rod = Schemas["RodSheet"];
export type UsualRod = Schemas["UsualRod"];
type Job = Schemas["JobSheet"];

const WANTED: Wanted = { name: "", target: "", reading: "", sight: "standing" };
const EMPTY = {
  known: "",
  benchmark: "",
  reading: "",
  sight: "standing" as Sight,
  job_name: "",
  points: [WANTED],
};

/** Three numbers as they are typed, what they give, and keeping it; stored nowhere before. */
export function useHeight(
  crew: string,
  { rods, usual_rods: usual }: Pick<Schemas["GearSheet"], "rods" | "usual_rods">,
  job: Job | undefined,
) {
  const navigate = useNavigate();
  const first = job?.benchmarks[0]?.id ?? "";
  const draft = useDraft(`height:${job?.id ?? crew}`, { ...EMPTY, benchmark: first });
  const { values: typed, set, sending, clear } = draft;
  const isThere = job?.benchmarks.some(({ id }) => id === typed.benchmark) || !typed.benchmark;
  const values = isThere ? typed : { ...typed, benchmark: first };
  const [kept, keepRod] = useKept(`kit:${crew}:rod`, "");
  const all = [...rods, ...usual.map((one) => one.rod)];
  const rod = all.find((one) => one.id === kept) ?? likely(rods, job);
  const body = {
    rod: rod?.id ?? "",
    known: values.known,
    reading: values.reading,
    sight: values.sight,
    job: job?.id ?? null,
    benchmark: values.benchmark || null,
    points: values.points,
  };
  const height = usePreview(
    ["height", crew],
    body,
    (form) =>
      told(api.POST("/api/v1/crews/{crew}/height-now", { params: { path: { crew } }, body: form })),
    { pause: 60, enabled: rod !== undefined },
  );
  const keep = useMutation({
    mutationFn: () =>
      told(
        api.POST("/api/v1/crews/{crew}/heights", {
          params: { path: { crew } },
          body: {
            ...body,
            id: values.id,
            job_name: values.job_name,
            benchmark_name: "",
            taken_at: sending(),
          },
        }),
      ),
    onSuccess: async ({ id }) => {
      clear();
      if (rod) keepChoice(`style:${crew}`, rod.style);
      await forgetReadings();
      const hasPoints = values.points.some((one) => one.target.trim() || one.reading.trim());
      await navigate(hasPoints ? `/jobs/${id}/points` : `/jobs/${id}`);
    },
  });
  const isAtRest = useIsAtRest(JSON.stringify(values));
  const live = isAtRest ? (height.data?.errors ?? problemsOf(height.error)) : [];
  const change = (changed: Partial<typeof EMPTY>) => {
    keep.reset();
    set(changed);
  };
  const refused = problemsOf(keep.error);
  return {
    values,
    rod,
    keepRod,
    sheet: height.data?.height,
    isOld: height.isOld,
    problems: refused.length ? refused : live,
    change,
    changePoint: (at: number, changed: Partial<Wanted>) =>
      change({
        points: values.points.map((one, i) => (i === at ? { ...one, ...changed } : one)),
      }),
    addPoint: () => change({ points: [...values.points, WANTED] }),
    leaveOut: (at: number) => change({ points: values.points.filter((_, i) => i !== at) }),
    keep: () => keep.mutate(),
    isKeeping: keep.isPending,
    again: clear,
  };
}

export type Height = ReturnType<typeof useHeight>;

/** The rod most likely in hand: in the job's units, its numbers growing up. */
function likely(rods: readonly Rod[], job: Job | undefined): Rod | undefined {
  const own = rods.find(
    (rod) => rod.numbering === "up" && (!job || rod.graduation.kind === job.style_kind),
  );
  return own ?? rods[0];
}
