import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type Schemas, api, told } from "../../api/client";
import { useDelayed } from "../../parts/delayed";
import { bodyOf, typedFloor } from "../floors";

export type Move = { floor: string; by: string; way: "up" | "down" };

/**
 * What moving a finished level would make, as it is typed or dragged.
 *
 * What was told of the move before is never taken for what is told of this one.
 */
export function useRaised(move: Move) {
  const { floor, by, way } = useDelayed(move, 150);
  const isSettled = floor === move.floor && by === move.by && way === move.way;
  const query = useQuery({
    queryKey: ["raised", floor, by, way],
    queryFn: () =>
      told(
        api.POST("/api/v1/floors/{floor}/raised", {
          params: { path: { floor } },
          body: { by, way },
        }),
      ),
    enabled: floor !== "" && by.trim() !== "",
    retry: false,
    gcTime: 0,
  });
  return { raised: isSettled ? query.data : undefined, error: isSettled ? query.error : null };
}

/** Accept it: the floor is typed anew, as by its own form. */
export function useAccepted(floor: string, onAccepted: () => void) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ typed, opened }: Schemas["RaisedSheet"]) => {
      const body = bodyOf({ ...typedFloor(typed), opened, id: floor });
      return told(api.PUT("/api/v1/floors/{floor}", { params: { path: { floor } }, body }));
    },
    onSuccess: () => {
      onAccepted();
      return client.invalidateQueries();
    },
  });
}
