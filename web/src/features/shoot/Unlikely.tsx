import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Shooting } from "./useShooting";

/** A reading that looks like a slip: keeping it comes first, as it is right far more often. */
export function Unlikely({ shooting }: { shooting: Shooting }) {
  const { doubted, reading, decide, type } = shooting;
  if (!doubted) return null;
  return (
    <Box
      role="alertdialog"
      aria-label="Is this reading right?"
      sx={{ border: 3, borderColor: "peg", p: 1.5 }}
    >
      <Typography sx={{ fontWeight: 700 }}>Is {reading} right?</Typography>
      <Typography>{doubted.why}</Typography>
      <Stack spacing={1} sx={{ mt: 1 }}>
        <Button variant="contained" onClick={() => decide("kept", reading)}>
          Keep {reading}
        </Button>
        <Button variant="outlined" onClick={() => type("")}>
          Read the rod again
        </Button>
        <Typography variant="body2">Or was it a slip?</Typography>
        {doubted.offers.map((offer) => (
          <Button
            key={offer.reading}
            variant="outlined"
            onClick={() => decide(offer.slip, offer.reading)}
          >
            {offer.slip.charAt(0).toUpperCase() + offer.slip.slice(1)}: log {offer.reading},{" "}
            {offer.says.action}
          </Button>
        ))}
      </Stack>
    </Box>
  );
}
