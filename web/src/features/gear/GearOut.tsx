import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import { type Schemas, api, newId, told } from "../../api/client";
import { queries } from "../../api/queries";
import { Panel } from "../../parts/Page";
import { Entry, RecordButton, useForm } from "../../parts/form";

type Props = {
  crew: string;
  kind: string;
  typed: Schemas["GearTyped"];
  onOut: () => unknown;
};

/** The way out of use, opened when it is asked for. */
export function GearOut({ crew, kind, typed, onOut }: Props) {
  const [isOpen, setOpen] = useState(false);
  const isUsed = typed.used.length > 0;
  const form = useForm({
    draft: `gear-out:${typed.id}`,
    initial: { why: "" },
    send: async ({ why }) => {
      await told(
        api.POST("/api/v1/crews/{crew}/gear/{kind}/{gear}/out", {
          params: { path: { crew, kind, gear: typed.id } },
          body: { why },
        }),
      );
      return { id: newId() };
    },
    onRecorded: async () => {
      await queries.invalidateQueries();
      onOut();
    },
  });
  if (!isOpen)
    return (
      <Button sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
        Broken, sold or lost? Take it out of use
      </Button>
    );
  return (
    <Panel title={isUsed ? "Out of use" : "It was never used"}>
      <Stack component="form" noValidate spacing={2} onSubmit={form.submit}>
        {isUsed && <Entry form={form} name="why" label="Why it is out of use" />}
        <Stack direction="row" spacing={1} sx={{ alignItems: "end" }}>
          <RecordButton form={form} fields={isUsed ? ["why"] : []}>
            {`${isUsed ? "Retire" : "Remove"} ${typed.name}`}
          </RecordButton>
          <Button size="large" onClick={() => setOpen(false)}>
            Leave it
          </Button>
        </Stack>
      </Stack>
    </Panel>
  );
}
