import type { Schemas } from "../../api/client";
import { shownTime } from "../../parts/time";
import { NotSent, useIsWaiting } from "../line";

/** What is to be said of a row of the book: whether it counts, how it was read, when, by whom. */
export function Remarks({ row }: { row: Schemas["BookRow"] }) {
  const isWaiting = useIsWaiting();
  return (
    <>
      {isWaiting(row.shot) && <NotSent />}
      {row.struck && <strong>struck: {row.struck}. </strong>}
      {row.in_doubt && <strong>IN DOUBT. </strong>}
      {row.note && <>{row.note}. </>}
      {shownTime(row.taken_at)}, {row.taken_by}
    </>
  );
}
