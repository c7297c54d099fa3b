/** Routines whose time has come, each a way to it. */
import { Alert, Link, Stack } from "@mui/material";
import { Link as RouterLink } from "react-router";

import type { Schemas } from "../../api/client";
import { showDay } from "../lib/format";

export function DueRoutines({ due, today }: { due: Schemas["DueRoutine"][]; today: string }) {
  if (due.length === 0) return null;
  return (
    <Stack spacing={1}>
      {due.map(({ id, title, day, words }) => (
        <Alert key={id} severity="info" variant="outlined" sx={{ color: "text.primary" }}>
          {day <= today ? "Due" : `Due on ${showDay(day)}`}:{" "}
          <Link component={RouterLink} to="/plan" color="inherit">
            {title}
          </Link>{" "}
          ({words}).
        </Alert>
      ))}
    </Stack>
  );
}
