import Button from "@mui/material/Button";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { Empty, Page } from "./Page";

type Props = { job: Schemas["JobSheet"]; title: string; what: "floor" | "set-up" };

const WORDS = {
  floor: {
    text: "Lay out a floor first: its level and outline say what to set.",
    to: "floors/new",
    button: "Lay out a floor",
  },
  "set-up": {
    text: "Set up the instrument first: every mark and reading rests on its backsight.",
    to: "set-up/new",
    button: "Set up",
  },
};

/** Says what must come before a screen can show anything. */
export function Needs({ job, title, what }: Props) {
  const { text, to, button } = WORDS[what];
  return (
    <Page title={title}>
      <Empty
        action={
          (what === "set-up" ? job.can_set_up : job.can_plan) && (
            <Button component={Link} to={`/jobs/${job.id}/${to}`} variant="contained">
              {button}
            </Button>
          )
        }
      >
        {text}
      </Empty>
    </Page>
  );
}
