import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

const CALLS = [
  ["plain", "Plain: a close call counts by its lean"],
  ["strict", "Strict: only sure calls count as on"],
] as const;

type Values = { calls: "plain" | "strict"; check_days: string; setting: "yes" | "no" };
type Props = { crew: string; choices: Schemas["Choices"]; isOwner: boolean };

const WHO = [
  ["yes", "Helpers too"],
  ["no", "Foreman and owner alone"],
] as const;

/** The crew's choices: how close calls count, and how long a check holds. */
export function Choices({ crew, choices, isOwner }: Props) {
  const form = useForm<Values>({
    draft: `choices:${crew}`,
    initial: {
      calls: choices.strict_calls ? "strict" : "plain",
      check_days: String(choices.check_days),
      setting: choices.helpers_set_up ? "yes" : "no",
    },
    send: async ({ calls, check_days, setting, id }) => {
      const body = {
        strict_calls: calls === "strict",
        check_days: Number(check_days),
        helpers_set_up: isOwner ? setting === "yes" : null,
      };
      await told(api.PUT("/api/v1/crews/{crew}/choices", { params: { path: { crew } }, body }));
      return { id };
    },
  });
  return (
    <Panel title="How the crew counts">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <Typography>
          Where U leaves a reading too close to call, it still leans. Say how that counts.
        </Typography>
        <Choice form={form} name="calls" label="Close calls" options={CALLS} />
        <Entry form={form} name="check_days" label="An instrument's check holds, days" />
        {isOwner && <Choice form={form} name="setting" label="Who may set up" options={WHO} />}
        <RecordButton form={form} fields={["check_days"]}>
          Keep these choices
        </RecordButton>
      </Stack>
    </Panel>
  );
}
