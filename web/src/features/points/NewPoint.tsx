import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { type Schemas, api, newId, told } from "../../api/client";
import { Choice, Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";

type Props = {
  job: Schemas["JobSheet"];
  groups: readonly Schemas["Work"][];
  /** Closed, with the group the point went into where one was made. */
  onClose: (group?: string) => void;
};

const NEW = "new";

/** A point to shoot: its name, and only if wanted a height, a place and a group of its own. */
export function NewPoint({ job, groups, onClose }: Props) {
  const form = useForm({
    draft: `free-point:${job.id}`,
    initial: { name: "", target: "", group: groups[0]?.id ?? "", group_name: "", x: "", y: "" },
    send: async ({ id, partId, name, target, group, group_name, x, y }) => {
      const path = { params: { path: { job: job.id } } };
      if (group === NEW)
        await told(
          api.POST("/api/v1/jobs/{job}/point-groups", {
            ...path,
            body: { id: partId, name: group_name },
          }),
        );
      const own = group === NEW ? partId : group || null;
      return told(
        api.POST("/api/v1/jobs/{job}/free-points", {
          ...path,
          body: { id: id || newId(), name, target, x, y, group: own },
        }),
      );
    },
    onRecorded: () => onClose(),
  });
  const options = [
    ...(groups.length ? [] : [["", "Points"] as const]),
    ...groups.map(({ id, name }) => [id, name] as const),
    [NEW, "A group of its own, such as a ceiling"] as const,
  ];
  return (
    <Panel title="A point to shoot">
      <Stack component="form" noValidate onSubmit={form.submit} spacing={2}>
        <Stack direction={{ xs: "column", sm: "row" }} spacing={2} sx={{ "& > *": { flex: 1 } }}>
          <Entry
            form={form}
            name="name"
            label="Name"
            hint="Door sill, north corner; left empty, it gets a number"
          />
          <Entry form={form} name="target" label="Wanted at" hint="May be left empty" />
        </Stack>
        <Choice form={form} name="group" label="It belongs to" options={options} />
        {form.values.group === NEW && (
          <Entry form={form} name="group_name" field="name" label="Name of the group" />
        )}
        <Stack direction="row" spacing={2} sx={{ "& > *": { flex: 1 } }}>
          <Entry form={form} name="x" label="Right of the first corner" hint="May be left empty" />
          <Entry form={form} name="y" label="Away from it" />
        </Stack>
        <Stack direction="row" spacing={1}>
          <RecordButton form={form} fields={["name", "target", "x", "y"]}>
            Add the point
          </RecordButton>
          <Button onClick={() => onClose()}>Not now</Button>
        </Stack>
      </Stack>
    </Panel>
  );
}
