import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Collapse from "@mui/material/Collapse";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Schemas } from "../../api/client";
import { seedOf } from "./run";

type Sheet = Schemas["LessonsSheet"];

/** A site without tasks: what of it is chosen, and the seed for who wants the same again. */
export function OpenSite({ sheet }: { sheet: Sheet }) {
  const navigate = useNavigate();
  const [chosen, choose] = useState({
    ground: "any",
    structure: "any",
    instrument: "any",
    rod: "any",
  });
  const [seed, setSeed] = useState("");
  const [isOpen, open] = useState(false);
  const isWrong = seed.trim() !== "" && seedOf(seed) === undefined;
  const choices = [
    { name: "ground", label: "Ground", of: sheet.grounds },
    { name: "structure", label: "What is built", of: sheet.structures },
    { name: "instrument", label: "Instrument", of: sheet.instruments },
    { name: "rod", label: "Rod", of: sheet.rods },
  ] as const;
  const begin = () => {
    const search = new URLSearchParams({ again: "yes", ...chosen, seed: seed.trim() });
    void navigate(`/open?${search}`);
  };
  return (
    <Box sx={{ bgcolor: "background.paper", borderLeft: 8, borderColor: "beam", p: 1.25 }}>
      <Stack direction="row" sx={{ gap: 2, alignItems: "center" }}>
        <Box sx={{ flex: 1 }}>
          <Typography variant="h3" component="h2">
            {sheet.open.title}
          </Typography>
          <Typography variant="body2">
            {sheet.open.learn} {sheet.open.why}
          </Typography>
        </Box>
        <Button onClick={() => open(!isOpen)} aria-expanded={isOpen}>
          Choose its ground and gear
        </Button>
        <Button variant="outlined" disabled={isWrong} onClick={begin}>
          Begin
        </Button>
      </Stack>
      <Collapse in={isOpen} unmountOnExit>
        <Box
          sx={{
            display: "grid",
            gap: 1.5,
            mt: 1.5,
            alignItems: "start",
            gridTemplateColumns: { xs: "1fr 1fr", md: "repeat(5, minmax(0, 1fr))" },
          }}
        >
          {choices.map(({ name, label, of }) => (
            <TextField
              key={name}
              select
              label={label}
              value={chosen[name]}
              onChange={({ target }) => choose({ ...chosen, [name]: target.value })}
            >
              {of.map(({ key, words }) => (
                <MenuItem key={key} value={key}>
                  {words}
                </MenuItem>
              ))}
            </TextField>
          ))}
          <TextField
            label="Site number"
            value={seed}
            onChange={({ target }) => setSeed(target.value)}
            error={isWrong}
            helperText={
              isWrong
                ? `“${seed}” is no site: a number from 0 to 999999, or nothing for any.`
                : "0 to 999999; empty is any"
            }
          />
        </Box>
      </Collapse>
    </Box>
  );
}
