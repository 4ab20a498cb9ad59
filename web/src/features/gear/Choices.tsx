import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

const CALLS = [
  ["plain", "Plain: a close call counts by its lean"],
  ["strict", "Strict: only sure calls count as on"],
] as const;

type Usual = Schemas["Usual"];

/** Where the trade has two ways: what each does, and so what the other would. */
const WAYS = {
  way: {
    label: "A height is set by",
    options: [
      ["clamp", "the clamp: the receiver at a number of the rod"],
      ["slide", "a slide from the clamp on a known point"],
      ["tape", "a tape from the beam's line"],
      ["direct", "a center-zero rule: high or low at sight"],
    ],
  },
  error: {
    label: "A wall check counts",
    options: [
      ["true", "half the gap, what the beam is really out by"],
      ["gap", "the gap itself, twice as much and so on the safe side"],
    ],
  },
  floor: {
    label: "A floor's level is set",
    options: [
      ["datum", "by the datum: the thickness is what it is"],
      ["stone", "from the stone: its mean plus the slab, its high spots come out thin"],
    ],
  },
  marks: {
    label: "Marks on a fall are set",
    options: [
      ["own", "each at its own height"],
      ["line", "on one level line, with a drop at each"],
    ],
  },
  screeds: {
    label: "The straightedge runs on",
    options: [
      ["fixed", "pins or pipes, fixed and shot before the pour"],
      ["wet", "wet pads, struck while it is poured"],
    ],
  },
  formation: {
    label: "The formation under a falling slab",
    options: [
      ["follow", "falls with it, the stone even"],
      ["level", "is level, the stone thicker on one side"],
    ],
  },
} as const;
const WAY_KEYS = Object.keys(WAYS) as (keyof Usual)[];

type Values = Usual & { calls: "plain" | "strict"; check_days: string; setting: "yes" | "no" };
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
      ...choices.usual,
      calls: choices.strict_calls ? "strict" : "plain",
      check_days: String(choices.check_days),
      setting: choices.helpers_set_up ? "yes" : "no",
    },
    send: async ({ calls, check_days, setting, id, ...rest }) => {
      const { way, error, floor, marks, screeds, formation } = rest;
      const body = {
        strict_calls: calls === "strict",
        check_days: Number(check_days),
        helpers_set_up: isOwner ? setting === "yes" : null,
        usual: { way, error, floor, marks, screeds, formation },
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
        <Typography>
          Where the trade has two ways, yours; each can be changed every time.
        </Typography>
        {WAY_KEYS.map((key) => (
          <Choice key={key} form={form} name={key} {...WAYS[key]} />
        ))}
        <RecordButton form={form} fields={["check_days"]}>
          Keep these choices
        </RecordButton>
      </Stack>
    </Panel>
  );
}
