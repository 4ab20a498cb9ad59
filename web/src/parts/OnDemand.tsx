import Button from "@mui/material/Button";
import { type ReactNode, useState } from "react";
import { hasDraft } from "./drafts";

type Props = {
  /** What opens it, as its button says. */
  title: string;
  /** Under which key what is typed in it is kept: where something is, it is open. */
  draft: string;
  /** Whether it is open by itself, since there is nothing else to do. */
  isFirst?: boolean;
  children: (close: () => void) => ReactNode;
};

/** A form that is opened when it is asked for, and closed once it is recorded. */
export function OnDemand({ title, draft, isFirst = false, children }: Props) {
  const [isAsked, setAsked] = useState(() => hasDraft(draft));
  if (isAsked || isFirst) return children(() => setAsked(false));
  return (
    <Button variant="outlined" sx={{ alignSelf: "flex-start" }} onClick={() => setAsked(true)}>
      {title}
    </Button>
  );
}
