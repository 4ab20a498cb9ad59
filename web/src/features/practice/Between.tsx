import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { problemsOf } from "../../api/client";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { ROD_WIDTH, RodLine } from "./RodLine";
import type { Run } from "./run";
import { type Scale, type Sheet, useBetween } from "./usePractice";

const HEIGHT = 260;
const SEEN = 0.08;
const SCALE = HEIGHT / (2 * SEEN);

type Props = { run: Run; sheet: Sheet };

/** A tape and a water level, held from one spot to another and read as a rod is. */
export function Between({ run, sheet }: Props) {
  const names = sheet.spots.map(({ name }) => name);
  const [isOpen, setOpen] = useState(false);
  const [[first = "", second = ""], choose] = useState<string[]>(names.slice(0, 2));
  const query = useBetween(run, first, second, isOpen, sheet.rod);
  if (names.length < 2) return null;
  if (!isOpen)
    return (
      <Button variant="outlined" sx={{ alignSelf: "flex-start" }} onClick={() => setOpen(true)}>
        Tape and water level
      </Button>
    );
  const options = names.map((name) => [name, name] as const);
  return (
    <Stack spacing={1} role="group" aria-label="Tape and water level">
      <Stack direction="row" sx={{ gap: 1, alignItems: "center", flexWrap: "wrap" }}>
        <Select
          label="From"
          value={first}
          options={options}
          onChange={(to) => choose([to, second])}
        />
        <Select
          label="To"
          value={second}
          options={options}
          onChange={(to) => choose([first, to])}
        />
        <Button onClick={() => setOpen(false)}>Put them away</Button>
      </Stack>
      <Problems problems={problemsOf(query.error)} />
      {query.data && (
        <Box sx={{ display: "grid", gridTemplateColumns: "repeat(3, minmax(0, 1fr))", gap: 1 }}>
          <Read name={`Water at ${first}`} scale={query.data.first} isWater />
          <Read name={`Water at ${second}`} scale={query.data.second} isWater />
          <Read name={`Tape at ${second}`} scale={query.data.tape} />
        </Box>
      )}
    </Stack>
  );
}

type ReadProps = { name: string; scale: Scale; isWater?: boolean };

/** A scale where it is read: at the edge of the water beside it, or at the spot's mark. */
function Read({ name, scale, isWater = false }: ReadProps) {
  const middle = HEIGHT / 2;
  return (
    <Stack sx={{ minWidth: 0 }}>
      <Typography variant="body2" sx={{ fontWeight: 600 }}>
        {name}
      </Typography>
      <Box
        component="svg"
        viewBox={`0 0 190 ${HEIGHT}`}
        role="img"
        aria-label={`${name}, lines around where it is read`}
        sx={{ width: "100%", bgcolor: "slab" }}
      >
        <rect width={ROD_WIDTH} height={HEIGHT} fill="#fff" stroke="#14171a" strokeWidth={2} />
        {scale.lines.map((line) => (
          <RodLine key={line.height} line={line} x={ROD_WIDTH} y={middle - line.height * SCALE} />
        ))}
        {isWater ? (
          <g>
            <rect x={136} y={middle} width={34} height={HEIGHT} fill="#5aa9d6" />
            <path
              d={`M136 -4V${HEIGHT + 4}M170 -4V${HEIGHT + 4}`}
              stroke="#14171a"
              strokeWidth={3}
            />
            <path d={`M${ROD_WIDTH} ${middle}H170`} stroke="#0b4f7a" strokeWidth={2} />
          </g>
        ) : (
          <path d={`M${ROD_WIDTH} ${middle}l16 -9v18z`} fill="#ffc20e" stroke="#14171a" />
        )}
      </Box>
      <Typography variant="body2">{scale.whole && `Last whole number: ${scale.whole}`}</Typography>
    </Stack>
  );
}
