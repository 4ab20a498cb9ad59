import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { type Schemas, api, told } from "../../api/client";
import { Problems } from "../../parts/Problems";
import { useDelayed } from "../../parts/delayed";
import { Entry, type Form, RecordButton, useForm } from "../../parts/form";
import { InstrumentFields, type InstrumentValues } from "./NewInstrument";
import { ReceiverFields, type ReceiverValues } from "./NewReceiver";
import { RodFields, type RodValues, readOf } from "./NewRod";

type Typed = Schemas["GearTyped"];
type Since = { holds_from: string; reason: string };
type Props = { crew: string; typed: Typed; onDone: () => unknown };
type Moves = Promise<{ moves: string[] }>;

const SINCE: Since = { holds_from: "", reason: "" };

/** What goes to the server of since when it was so; the moment is the person's own. */
const sinceOf = ({ holds_from, reason }: Since) => ({
  holds_from: holds_from ? new Date(holds_from).toISOString() : null,
  reason,
});

export function RodRight({
  graduations,
  ...props
}: Props & { graduations: readonly Schemas["GraduationSheet"][] }) {
  const { crew, typed, onDone } = props;
  const path = { crew, gear: typed.id };
  const body = ({ bubble, parts, ...values }: RodValues & Since) => ({
    ...values,
    id: typed.id,
    ...readOf({ bubble, parts }),
    ...sinceOf(values),
  });
  const form = useForm<RodValues & Since>({
    draft: `right:${typed.id}`,
    initial: {
      name: typed.name,
      numbering: typed.numbering as RodValues["numbering"],
      graduation: typed.graduation as RodValues["graduation"],
      length: typed.length,
      bubble: typed.has_bubble ? "yes" : "no",
      parts: String(typed.read_parts) as RodValues["parts"],
      ...SINCE,
    },
    send: (values) =>
      told(
        api.PUT("/api/v1/crews/{crew}/rods/{gear}/put-right", {
          params: { path },
          body: body(values),
        }),
      ),
    onRecorded: () => void onDone(),
  });
  return (
    <Right
      form={form}
      typed={typed}
      ask={(values) =>
        told(
          api.POST("/api/v1/crews/{crew}/rods/{gear}/put-right-draft", {
            params: { path },
            body: body(values),
          }),
        )
      }
    >
      <RodFields form={form as unknown as Form<RodValues>} graduations={graduations} />
    </Right>
  );
}

export function ReceiverRight({ crew, typed, onDone }: Props) {
  const path = { crew, gear: typed.id };
  const body = (values: ReceiverValues & Since) => ({
    ...values,
    id: typed.id,
    ...sinceOf(values),
  });
  const form = useForm<ReceiverValues & Since>({
    draft: `right:${typed.id}`,
    initial: {
      name: typed.name,
      signal: typed.signal as ReceiverValues["signal"],
      fine: typed.fine,
      coarse: typed.coarse,
      ...SINCE,
    },
    send: (values) =>
      told(
        api.PUT("/api/v1/crews/{crew}/receivers/{gear}/put-right", {
          params: { path },
          body: body(values),
        }),
      ),
    onRecorded: () => void onDone(),
  });
  return (
    <Right
      form={form}
      typed={typed}
      ask={(values) =>
        told(
          api.POST("/api/v1/crews/{crew}/receivers/{gear}/put-right-draft", {
            params: { path },
            body: body(values),
          }),
        )
      }
    >
      <ReceiverFields form={form as unknown as Form<ReceiverValues>} />
    </Right>
  );
}

export function InstrumentRight({ crew, typed, onDone }: Props) {
  const path = { crew, gear: typed.id };
  const body = (values: InstrumentValues & Since) => ({
    ...values,
    id: typed.id,
    ...sinceOf(values),
  });
  const form = useForm<InstrumentValues & Since>({
    draft: `right:${typed.id}`,
    initial: {
      name: typed.name,
      kind: typed.kind as InstrumentValues["kind"],
      range: typed.range,
      least_distance: typed.least_distance,
      specification: typed.specification,
      beam_class: typed.beam_class as InstrumentValues["beam_class"],
      ...SINCE,
    },
    send: (values) =>
      told(
        api.PUT("/api/v1/crews/{crew}/instruments/{gear}/put-right", {
          params: { path },
          body: body(values),
        }),
      ),
    onRecorded: () => void onDone(),
  });
  return (
    <Right
      form={form}
      typed={typed}
      ask={(values) =>
        told(
          api.POST("/api/v1/crews/{crew}/instruments/{gear}/put-right-draft", {
            params: { path },
            body: body(values),
          }),
        )
      }
    >
      <InstrumentFields form={form as unknown as Form<InstrumentValues>} />
    </Right>
  );
}

type RightProps<Values> = {
  form: Form<Values & Since>;
  typed: Typed;
  ask: (values: Values & Since) => Moves;
  children: ReactNode;
};

/** The form's end: since when and why, what moves, and the one thing to do. */
function Right<Values>({ form, typed, ask, children }: RightProps<Values>) {
  const isUsed = typed.used.length > 0;
  const values = useDelayed(form.values, 300);
  const moves = useQuery({
    queryKey: ["put-right-draft", typed.id, values],
    queryFn: () => ask(values),
    enabled: isUsed && values.holds_from !== "",
    retry: false,
    gcTime: 0,
  });
  const since = form as unknown as Form<Since>;
  return (
    <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
      {children}
      {isUsed && (
        <>
          <TextField
            label="So since"
            type="datetime-local"
            value={since.values.holds_from}
            onChange={(event) => since.change({ holds_from: event.target.value })}
            helperText="Empty: from now on. Earlier, and what was read since then is judged anew."
            slotProps={{ inputLabel: { shrink: true } }}
          />
          <Problems problems={form.problems.filter(({ field }) => field === "holds_from")} />
          {moves.data && <WouldMove lines={moves.data.moves} />}
          <Entry form={since} name="reason" label="What went wrong" hint="It stays on record" />
        </>
      )}
      <RecordButton
        form={form as unknown as Form<Record<string, string>>}
        fields={[...Object.keys(form.values as object)]}
        isWaiting={moves.isFetching || (isUsed && values !== form.values)}
      >
        Put it right
      </RecordButton>
    </Stack>
  );
}

function WouldMove({ lines }: { lines: readonly string[] }) {
  return (
    <Box>
      <Typography variant="h3">What this moves</Typography>
      {lines.length === 0 && <Typography>No height and no verdict.</Typography>}
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
    </Box>
  );
}
