import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useNavigate, useParams } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { type CheckSite, useInstrument } from "../../api/queries";
import { Choice, Entry, type Form, RecordButton, useForm } from "../../parts/form";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Grayed, usePreview } from "../../parts/preview";
import { TopBar } from "../frame/TopBar";
import { CheckDrawing } from "./CheckDrawing";
import { type EntryOf, METHODS, type MethodKey } from "./methods";
import { Result } from "./Result";
import { useCheckSite } from "./site";

type Typed = Record<string, string>;

/** A guided check: what to do in order, the readings as they are made, and what they give. */
export function Check() {
  const { job, instrument, site } = useCheckSite();
  const { method = "" } = useParams();
  const query = useInstrument(instrument, site);
  if (!(method in METHODS)) return null;
  return (
    <>
      {!job && <TopBar />}
      <Loaded query={query}>
        {(sheet) => (
          <CheckForm key={method} method={method as MethodKey} instrument={sheet.instrument} />
        )}
      </Loaded>
    </>
  );
}

type FormProps = { method: MethodKey; instrument: Schemas["InstrumentSheet"] };

function CheckForm({ method, instrument }: FormProps) {
  const { site, base } = useCheckSite();
  const navigate = useNavigate();
  const guide = METHODS[method];
  const form = useForm<Typed>({
    draft: `check:${instrument.id}:${method}`,
    initial: { ...emptyOf(guide.entries), axis: "first" },
    send: (values, made_at) =>
      told(
        api.POST("/api/v1/instruments/{instrument}/checks", {
          params: { path: { instrument: instrument.id }, query: site },
          body: {
            id: values.id,
            method,
            axis: values.axis === "second" ? "second" : "first",
            typed: typedOf(values, guide.entries),
            made_at,
          },
        }),
      ),
    onRecorded: () => navigate(`${base}/${instrument.id}`),
  });
  const typed = typedOf(form.values, guide.entries);
  const draft = useCheckDraft(instrument.id, method, typed, site);
  const isTouched = (name: string) => (typed[name] ?? "").trim() !== "";
  const soFar = (draft.data?.errors ?? []).filter(
    (problem) => isTouched(problem.field) || problem.field === "",
  );
  const live = { ...form, problems: form.problems.length ? form.problems : soFar };
  return (
    <Page title={guide.name} lead={`${instrument.name}. ${guide.needs}`}>
      <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Panel title="In this order">
            <Box component="ol" sx={{ m: 0, pl: 3, fontSize: "1.1rem", "& li": { mb: 1 } }}>
              {guide.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </Box>
            <CheckDrawing
              method={method}
              read={draft.data?.draft.read ?? []}
              says={draft.data?.draft.says}
              typed={typed}
            />
          </Panel>
        </Box>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Panel title="What you read">
            <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
              {instrument.kind === "rotary-laser" && method !== "both-axes" && (
                <Choice
                  form={live}
                  name="axis"
                  label="Which axis of the laser"
                  options={[
                    ["first", "first"],
                    ["second", "second"],
                  ]}
                />
              )}
              {guide.entries.map((entry) => (
                <CheckEntry key={entry.name} entry={entry} form={live} />
              ))}
              <Box aria-live="polite">
                {draft.data?.draft.says ? (
                  <Grayed isOld={draft.isOld}>
                    <Result says={draft.data.draft.says} />
                  </Grayed>
                ) : (
                  <Typography color="text.secondary">
                    The result stands here as soon as the readings are in.
                  </Typography>
                )}
              </Box>
              <RecordButton form={live} fields={guide.entries.map((entry) => entry.name)}>
                Keep this check
              </RecordButton>
            </Stack>
          </Panel>
        </Box>
      </Stack>
    </Page>
  );
}

function CheckEntry({ entry, form }: { entry: EntryOf; form: Form<Typed> }) {
  const field = (
    <Entry
      form={form}
      name={entry.name}
      label={entry.label}
      {...(entry.hint ? { hint: entry.hint } : {})}
    />
  );
  if (!entry.sides) return field;
  const [above, below] = entry.sides;
  return (
    <Stack direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
      <Box sx={{ flex: 2 }}>{field}</Box>
      <Box sx={{ flex: 1 }}>
        <Choice
          form={form}
          name={`${entry.name}_side`}
          label="Which way"
          options={[
            ["above", above],
            ["below", below],
          ]}
        />
      </Box>
    </Stack>
  );
}

function emptyOf(entries: readonly EntryOf[]): Typed {
  return Object.fromEntries(
    entries.flatMap(({ name, sides }) => [
      [name, ""],
      ...(sides ? [[`${name}_side`, "above"]] : []),
    ]),
  ) as Typed;
}

function typedOf(values: Typed, entries: readonly EntryOf[]): Typed {
  return Object.fromEntries(
    Object.keys(emptyOf(entries)).map((name) => [name, values[name] ?? ""]),
  );
}

function useCheckDraft(instrument: string, method: MethodKey, now: Typed, site: CheckSite) {
  return usePreview(["check-draft", instrument, method, site], now, (typed) =>
    told(
      api.POST("/api/v1/instruments/{instrument}/check-draft", {
        params: { path: { instrument }, query: site },
        body: {
          id: "00000000-0000-4000-8000-000000000000",
          method,
          axis: "first",
          typed,
          made_at: "2000-01-01T00:00:00Z",
        },
      }),
    ),
  );
}
