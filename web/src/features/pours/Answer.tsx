import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import { type Schemas, api, told } from "../../api/client";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Select } from "../../parts/Select";
import { asSentBack } from "./faults";

type Props = { pour: Schemas["PourSheet"]; line: Schemas["AskedLine"] };
type Asked = Schemas["AnswerInputRequest"]["question"];

const WORDS: Record<Asked, { ask: string; label: string; choices: [string, string] }> = {
  ordered: { ask: "Ordered", label: "Ordered", choices: ["the supplier confirmed", "not yet"] },
  extra: { ask: "Acknowledged", label: "By whom", choices: ["acknowledged", "not acknowledged"] },
  inspection: { ask: "Inspection", label: "Who, and what was said", choices: ["passed", "failed"] },
  strip: { ask: "Isolation strip", label: "What", choices: ["on hand, or none needed", "missing"] },
  steel: { ask: "Mesh or bars", label: "What", choices: ["on hand", "missing"] },
  "over-dig": {
    ask: "Over-dug",
    label: "How it is filled, and who said so",
    choices: ["filled with concrete, or as the engineer or inspector said", "not answered yet"],
  },
};

/** An answer only a person can give; the last one counts, the earlier ones are kept. */
export function Answer({ pour, line }: Props) {
  const [isOpen, setOpen] = useState(false);
  const asked = line.asked as Asked;
  const words = WORDS[asked];
  const form = useForm({
    draft: `answer:${pour.id}:${asked}`,
    initial: { answer: "", is_good: "yes" },
    send: ({ id, answer, is_good }, taken_at) =>
      told(
        api.POST("/api/v1/pours/{pour}/answers", {
          params: { path: { pour: pour.id } },
          body: {
            id,
            question: asked,
            answer,
            is_good: is_good === "yes",
            faults: line.faults.map(asSentBack),
            taken_at,
          },
        }),
      ),
    onRecorded: () => setOpen(false),
  });
  if (!isOpen)
    return (
      <Button variant="outlined" onClick={() => setOpen(true)}>
        {words.ask}
      </Button>
    );
  return (
    <Stack
      component="form"
      noValidate
      onSubmit={form.submit}
      spacing={1.5}
      sx={{ flexBasis: "100%", pl: { md: 9 } }}
    >
      <Entry
        form={form}
        name="answer"
        label={asked === "ordered" ? `${words.label}, ${pour.unit}` : words.label}
      />
      {asked !== "ordered" && (
        <Select
          label="It is"
          value={form.values.is_good}
          options={[
            ["yes", words.choices[0]],
            ["no", words.choices[1]],
          ]}
          onChange={(is_good) => form.change({ is_good })}
        />
      )}
      <RecordButton form={form} fields={["answer"]}>
        Record the answer
      </RecordButton>
    </Stack>
  );
}
