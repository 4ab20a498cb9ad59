import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import { useQueryClient } from "@tanstack/react-query";
import { useNavigate, useParams } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { elementQuery, useElement } from "../../api/queries";
import { RecordButton, useForm } from "../../parts/form";
import { KINDS, type Kind } from "../../parts/kinds";
import { Lost } from "../../parts/Lost";
import { Loaded, Page } from "../../parts/Page";
import { type Spot, draggedTo, placedAt } from "../../parts/plan/frame";
import { Overtaken } from "../../parts/Overtaken";
import { together } from "../../parts/together";
import { Grayed, usePreview } from "../../parts/preview";
import { Moves, movesAnything } from "../floors";
import { useJobSheet } from "../frame/useJobSheet";
import { TakeOut } from "../mend";
import { ElementDrawing } from "./ElementDrawing";
import { ElementFields } from "./ElementFields";
import { type ElementForm, bodyOf, emptyElement, fieldsOf } from "./form";

/** Puts a new element of a kind on the plan. */
export function NewElement() {
  const { kind = "" } = useParams();
  const job = useJobSheet();
  if (!(kind in KINDS)) return <Lost />;
  const initial = emptyElement(job, kind as Kind);
  return <Editor key={kind} job={job} element="" initial={initial} />;
}

/** Changes an element; what moves is told before it is accepted. */
export function ChangeElement() {
  const { element = "" } = useParams();
  const job = useJobSheet();
  const query = useElement(element);
  return (
    <Loaded query={query}>
      {(typed) => (
        <Editor key={element} job={job} element={element} initial={{ ...typed, opened: typed }} />
      )}
    </Loaded>
  );
}

type EditorProps = { job: Schemas["JobSheet"]; element: string; initial: ElementForm };

function Editor({ job, element, initial }: EditorProps) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const form = useForm({
    draft: `element:${job.id}:${element || initial.kind}`,
    initial,
    send: (values) => {
      const body = bodyOf(values);
      return element
        ? told(api.PUT("/api/v1/elements/{element}", { params: { path: { element } }, body }))
        : told(
            api.POST("/api/v1/jobs/{job}/elements", { params: { path: { job: job.id } }, body }),
          );
    },
    onRecorded: () => navigate(`/jobs/${job.id}/floors`),
  });
  const draft = useElementDraft(job.id, element, form.values);
  const moving = useMoves(element, form.values);
  const moves = moving.data;
  const isMoving = moves !== undefined && movesAnything(moves);
  const problems = together(form.problems, draft.data?.errors ?? []);
  const kind = KINDS[initial.kind];
  const dragged = (corner: number, to: Spot) =>
    form.change({ corners: draggedTo(form.values.corners, corner, to, job.style_kind) });
  const placed = (at: Spot) =>
    form.change({ corners: placedAt(form.values.corners, at, job.style_kind) });
  return (
    <>
      <Stack component="form" noValidate onSubmit={form.submit}>
        <Page
          title={element ? `Change ${initial.name}` : `Add: ${kind.name.toLowerCase()}`}
          lead={kind.lead}
        >
          <Stack direction={{ xs: "column", md: "row" }} spacing={2} sx={{ alignItems: "stretch" }}>
            <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
              <ElementFields
                job={job}
                form={form.values}
                change={form.change}
                problems={problems}
              />
              {isMoving && (
                <Grayed isOld={moving.isOld}>
                  <Moves moves={moves} />
                </Grayed>
              )}
              <Overtaken
                problems={form.problems}
                values={form.values}
                opened={form.values.opened}
                ask={() => client.fetchQuery({ ...elementQuery(element), staleTime: 0 })}
                change={form.change}
              />
              <RecordButton form={form} fields={fieldsOf(form.values)}>
                {element ? (isMoving ? "Accept what moves" : "Change it") : "Put it on the plan"}
              </RecordButton>
            </Stack>
            <Stack
              sx={{
                flex: 1,
                minWidth: 0,
                width: { xs: "100%", md: "auto" },
                position: { md: "sticky" },
                top: 16,
                alignSelf: "start",
              }}
            >
              <ElementDrawing
                job={job}
                draft={draft.data?.draft}
                form={form.values}
                onDrag={dragged}
                onPlace={placed}
              />
            </Stack>
          </Stack>
        </Page>
      </Stack>
      {element && (
        <Box sx={{ px: { xs: 1.5, md: 3 }, pb: 3 }}>
          <TakeOut
            job={job.id}
            kind="elements"
            part={element}
            onOut={() => navigate(`/jobs/${job.id}/floors`, { replace: true })}
          />
        </Box>
      )}
    </>
  );
}

type Values = ElementForm & { id: string };

function useElementDraft(job: string, element: string, values: Values) {
  const typed = { ...bodyOf(values), ...(element ? { id: element } : {}) };
  return usePreview(
    ["element-draft", job],
    typed,
    (body) =>
      told(api.POST("/api/v1/jobs/{job}/element-draft", { params: { path: { job } }, body })),
    { pause: 200 },
  );
}

function useMoves(element: string, values: Values) {
  return usePreview(
    ["element-moves", element],
    { ...bodyOf(values), id: element },
    (body) =>
      told(api.POST("/api/v1/elements/{element}/moves", { params: { path: { element } }, body })),
    { pause: 200, enabled: element !== "" },
  );
}
