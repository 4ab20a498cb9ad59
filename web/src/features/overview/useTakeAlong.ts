import { useQuery } from "@tanstack/react-query";
import { api, told } from "../../api/client";

/** What is to be taken along to a job, worked out from its plan and the crew's gear. */
export function useTakeAlong(job: string, isEnabled = true) {
  return useQuery({
    queryKey: ["take-along", job],
    queryFn: () => told(api.GET("/api/v1/jobs/{job}/take-along", { params: { path: { job } } })),
    enabled: isEnabled,
  });
}
