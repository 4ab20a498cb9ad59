import { useQuery } from "@tanstack/react-query";
import { Navigate, useParams } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { useJob } from "../../api/queries";
import { keepChoice, pointKey } from "../../parts/drafts";
import { Loaded } from "../../parts/Page";

type At = Schemas["PointAt"];

/** The point whose code on a stake was read, on the screen it is shot on. */
export function PointAt() {
  const { point = "" } = useParams();
  const query = useQuery({
    queryKey: ["at", point],
    queryFn: () => told(api.GET("/api/v1/points/{point}/at", { params: { path: { point } } })),
  });
  return <Loaded query={query}>{(at) => <OfJob at={at} point={point} />}</Loaded>;
}

function OfJob({ at, point }: { at: At; point: string }) {
  const query = useJob(at.job);
  return (
    <Loaded query={query}>
      {(job) => {
        const setUp = job.set_ups[0]?.id;
        if (!setUp) return <Navigate to={`/jobs/${at.job}`} replace />;
        if (at.floor) keepChoice(`floor:${at.job}`, at.floor);
        if (at.element) keepChoice(`element:${at.job}:${at.stage}`, at.element);
        keepChoice(`set-up:${at.job}`, setUp);
        keepChoice(pointKey(at.floor || at.element, setUp, "fine"), point);
        const screen = at.stage === "marks" ? "marks/shoot" : at.stage;
        return <Navigate to={`/jobs/${at.job}/${screen}`} replace />;
      }}
    </Loaded>
  );
}
