/** What the card of a rung says before it is played, a line each. */
import { Box } from "@mui/material";

export function CardLines({ lines }: { lines: string[] }) {
  if (lines.length === 0) return null;
  return (
    <Box component="ul" aria-label="Its card" sx={{ m: 0, my: 0.5, pl: 2.5 }}>
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </Box>
  );
}
