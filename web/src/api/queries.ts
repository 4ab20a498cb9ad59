import { QueryClient, queryOptions, useQuery } from "@tanstack/react-query";
import { Refused, type Schemas, api, told } from "./client";
import { IS_PRACTICE } from "./place";
import { rememberFor } from "./remembered";
import { sessionNow } from "./session";

const AWAY = 503;
/** How long to wait before asking a server that is away again, and how often a record is sent. */
const PAUSE = 2_000;
const MOST_SENDS = 300;

function statusOf(error: Error): number | undefined {
  return error instanceof Refused ? error.status : undefined;
}

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      networkMode: "always",
      staleTime: 5_000,
      retry: (count, error) => statusOf(error) === AWAY || (count < 1 && statusOf(error) === 0),
      retryDelay: PAUSE,
    },
    mutations: {
      networkMode: "always",
      retry: (count, error) => statusOf(error) === AWAY && count < MOST_SENDS,
      retryDelay: PAUSE,
    },
  },
});

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: async () => {
    const session = await sessionNow();
    if (!IS_PRACTICE) await rememberFor(queries, session.person);
    return session;
  },
});

export const useSession = () => useQuery(sessionQuery);

/** How old the server's last good backup is; only owners are told. */
export function useBackup(isOwner: boolean) {
  return useQuery({
    queryKey: ["backup"],
    queryFn: () => told(api.GET("/api/v1/backups")),
    enabled: isOwner,
  });
}

/** The crew's day; jobs that have to be looked at anew follow by and by. */
export function useDay() {
  return useQuery({
    queryKey: ["day"],
    queryFn: () => told(api.GET("/api/v1/day")),
    refetchInterval: ({ state }) => (state.data && !state.data.is_whole ? 1500 : false),
  });
}

export const jobQuery = (job: string) =>
  queryOptions({
    queryKey: ["job", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}", { params: { path: { job } } })),
  });

export const useJob = (job: string) => useQuery(jobQuery(job));

export const floorQuery = (floor: string) =>
  queryOptions({
    queryKey: ["floor", floor],
    queryFn: () => told(api.GET("/api/v1/floors/{floor}", { params: { path: { floor } } })),
  });

export function useFloor(floor: string) {
  return useQuery({ ...floorQuery(floor), enabled: floor !== "" });
}

export function useThicknessMap(floor: string) {
  return useQuery({
    queryKey: ["map", floor],
    queryFn: () => told(api.GET("/api/v1/floors/{floor}/map", { params: { path: { floor } } })),
  });
}

export function useNotices(floor: string) {
  return useQuery({
    queryKey: ["notices", floor],
    queryFn: () => told(api.GET("/api/v1/floors/{floor}/notices", { params: { path: { floor } } })),
  });
}

export function useNoticePage(token: string) {
  return useQuery({
    queryKey: ["notice", token],
    queryFn: () => told(api.GET("/api/v1/links/{token}", { params: { path: { token } } })),
  });
}

type Works = { works: readonly Schemas["WorkSheet"][] };

/** Look again every second while something is at work. */
function whileAtWork(query: { state: { data?: Works | undefined } }): number | false {
  const works = query.state.data?.works ?? [];
  return works.some(({ state }) => state === "waiting" || state === "running") && 1000;
}

export function useRecords(job: string) {
  return useQuery({
    queryKey: ["records", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}/records", { params: { path: { job } } })),
    refetchInterval: whileAtWork,
  });
}

export function useJobsIn(crew: string) {
  return useQuery({
    queryKey: ["jobs-in", crew],
    queryFn: () => told(api.GET("/api/v1/crews/{crew}/jobs-in", { params: { path: { crew } } })),
    refetchInterval: whileAtWork,
  });
}

export function useQuantities(job: string) {
  return useQuery({
    queryKey: ["quantities", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}/take-off", { params: { path: { job } } })),
  });
}

export function usePours(job: string) {
  return useQuery({
    queryKey: ["pours", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}/pours", { params: { path: { job } } })),
  });
}

export function usePour(pour: string) {
  return useQuery({
    queryKey: ["pour", pour],
    queryFn: () => told(api.GET("/api/v1/pours/{pour}", { params: { path: { pour } } })),
  });
}

export function usePrices(job: string) {
  return useQuery({
    queryKey: ["prices", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}/prices", { params: { path: { job } } })),
  });
}

export function useGear(crew: string) {
  return useQuery({
    queryKey: ["gear", crew],
    queryFn: () => told(api.GET("/api/v1/crews/{crew}/gear", { params: { path: { crew } } })),
    enabled: crew !== "",
  });
}

export type Marked = { floor: string } | { element: string; stage: Schemas["StageEnum"] };

export function useMarks(set_up: string, marked: Marked) {
  return useQuery({
    queryKey: ["marks", set_up, marked],
    queryFn: () =>
      told(
        api.GET("/api/v1/set-ups/{set_up}/marks", { params: { path: { set_up }, query: marked } }),
      ),
    enabled: set_up !== "" && Object.values(marked).every(Boolean),
  });
}

export function usePointTarget(set_up: string, point: string) {
  return useQuery({
    queryKey: ["point", set_up, point],
    queryFn: () =>
      told(
        api.GET("/api/v1/set-ups/{set_up}/points/{point}", { params: { path: { set_up, point } } }),
      ),
    enabled: point !== "" && set_up !== "",
    staleTime: 60_000,
  });
}

export const stageQuery = (job: string, stage: Schemas["StageEnum"]) =>
  queryOptions({
    queryKey: ["stage", job, stage],
    queryFn: () =>
      told(api.GET("/api/v1/jobs/{job}/stages/{stage}", { params: { path: { job, stage } } })),
  });

/** A stage's elements with their points; the stone's belong to floors, and stand in the job. */
export function useStage(job: string, stage: Schemas["StageEnum"] | "") {
  const isAsked = stage !== "" && stage !== "stone";
  return useQuery({ ...stageQuery(job, stage || "stone"), enabled: isAsked });
}

export const elementQuery = (element: string) =>
  queryOptions({
    queryKey: ["element", element],
    queryFn: () => told(api.GET("/api/v1/elements/{element}", { params: { path: { element } } })),
  });

export function useElement(element: string) {
  return useQuery({ ...elementQuery(element), enabled: element !== "" });
}

export function useBook(set_up: string) {
  return useQuery({
    queryKey: ["book", set_up],
    queryFn: () => told(api.GET("/api/v1/set-ups/{set_up}/book", { params: { path: { set_up } } })),
    enabled: set_up !== "",
  });
}

export function useRuns(job: string) {
  return useQuery({
    queryKey: ["runs", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}/runs", { params: { path: { job } } })),
  });
}

export function useWayOut(set_up: string) {
  return useQuery({
    queryKey: ["way-out", set_up],
    queryFn: () =>
      told(api.GET("/api/v1/set-ups/{set_up}/way-out", { params: { path: { set_up } } })),
  });
}

export type CheckSite = { units: Schemas["StyleEnum"]; sight?: number };

export function useInstrument(instrument: string, site: CheckSite) {
  return useQuery({
    queryKey: ["instrument", instrument, site],
    queryFn: () =>
      told(
        api.GET("/api/v1/instruments/{instrument}", {
          params: { path: { instrument }, query: site },
        }),
      ),
  });
}

/** Forget what was read of jobs, floors and books, after something was recorded. */
export function forgetReadings(): Promise<void> {
  return queries.invalidateQueries({
    predicate: (query) => query.queryKey[0] !== "session",
  });
}
