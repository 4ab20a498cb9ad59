import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas, api, newId, told } from "../../api/client";
import { queries } from "../../api/queries";
import { Loaded, Panel } from "../../parts/Page";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { OverTheLine } from "../line";

type Kind = Schemas["RetiredSheet"]["kind"];
type Part = { job: string; kind: Kind; part: string };
type Props = Part & { onOut: () => unknown };

/** A way out of the plan, opened when it is asked for. */
export function TakeOut(props: Props) {
  const [isOpen, setOpen] = useState(false);
  if (!isOpen)
    return (
      <Button sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
        Not wanted? Take it out
      </Button>
    );
  return (
    <Panel title="Take it out of the plan">
      <OverTheLine what="What is taken out">
        <Asked {...props} onLeave={() => setOpen(false)} />
      </OverTheLine>
    </Panel>
  );
}

function Asked({ onLeave, ...props }: Props & { onLeave: () => void }) {
  const { job, kind, part } = props;
  const query = useQuery({
    queryKey: ["resting", job, kind, part],
    queryFn: () =>
      told(
        api.GET("/api/v1/jobs/{job}/plan/{kind}/{part}/out", {
          params: { path: { job, kind, part } },
        }),
      ),
    gcTime: 0,
  });
  return (
    <Loaded query={query}>
      {(rests) =>
        rests.held_by ? (
          <Stack spacing={1.5} sx={{ alignItems: "start" }}>
            <Alert severity="warning">
              {rests.held_by} {rests.instead}
            </Alert>
            <Button onClick={onLeave}>Leave it</Button>
          </Stack>
        ) : (
          <Out {...props} rests={rests} onLeave={onLeave} />
        )
      }
    </Loaded>
  );
}

type OutProps = Props & { rests: Schemas["RestingSheet"]; onLeave: () => void };

function Out({ job, kind, part, rests, onOut, onLeave }: OutProps) {
  const form = useForm({
    draft: `out:${part}`,
    initial: { why: "" },
    send: async ({ why }) => {
      await told(
        api.POST("/api/v1/jobs/{job}/plan/{kind}/{part}/out", {
          params: { path: { job, kind, part } },
          body: { why, retired_as: "" },
        }),
      );
      return { id: newId() };
    },
    onRecorded: async () => {
      await queries.invalidateQueries();
      onOut();
    },
  });
  return (
    <Stack component="form" noValidate spacing={2} onSubmit={form.submit}>
      <Typography>
        {rests.is_removed
          ? `Nothing rests on ${rests.name}: it goes for good.`
          : `On ${rests.name} rest: ${rests.on_it.join(", ")}. All of it stays in the book; it counts for nothing from then on.`}
      </Typography>
      {!rests.is_removed && <Entry form={form} name="why" label="Why it is retired" />}
      <Stack direction="row" spacing={1} sx={{ alignItems: "end" }}>
        <RecordButton form={form} fields={rests.is_removed ? [] : ["why"]}>
          {rests.is_removed ? `Remove ${rests.name}` : `Retire ${rests.name}`}
        </RecordButton>
        <Button size="large" onClick={onLeave}>
          Leave it
        </Button>
      </Stack>
    </Stack>
  );
}
