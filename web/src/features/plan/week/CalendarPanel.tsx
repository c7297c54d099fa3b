/** The plan in a calendar: a file of this week, and a private link that can be revoked. */
import { Button, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, unwrap } from "../../../api/client";
import { linkQuery } from "../../../api/planning";
import { useChange } from "../../../api/queries";
import { showDay } from "../../../shared/lib/format";
import { ErrorNotice } from "../../../shared/ui/Loaded";
import { Panel } from "../../../shared/ui/Page";

export function CalendarPanel({ monday }: { monday: string }) {
  const state = useQuery(linkQuery);
  const make = useChange(() => unwrap(api.POST("/api/calendar-link/")), ["calendar-link"]);
  const revoke = useChange(() => unwrap(api.DELETE("/api/calendar-link/")), ["calendar-link"]);
  const [isCopied, setCopied] = useState(false);
  const link = state.data?.link;
  const address = link ? `${window.location.origin}${link.path}` : "";
  const error = make.error ?? revoke.error;
  return (
    <Panel title="In your calendar">
      <Stack spacing={2} sx={{ alignItems: "flex-start" }}>
        <Button component="a" href={`/api/weeks/${monday}/calendar.ics`} download variant="outlined">
          Download this week
        </Button>
        {link ? (
          <>
            <Typography>
              Whoever has this link can read your plan, without signing in. Made on {showDay(link.made_at.slice(0, 10))}
              .
            </Typography>
            <TextField
              label="Private link to subscribe to"
              size="small"
              value={address}
              slotProps={{ htmlInput: { readOnly: true } }}
              fullWidth
            />
            <Stack direction="row" spacing={1.5}>
              <Button
                variant="outlined"
                onClick={() => void navigator.clipboard.writeText(address).then(() => setCopied(true))}>
                {isCopied ? "Copied" : "Copy it"}
              </Button>
              <Button color="error" loading={revoke.isPending} onClick={() => revoke.mutate(undefined)}>
                Revoke it
              </Button>
            </Stack>
          </>
        ) : (
          <>
            <Typography>
              A private link lets your calendar follow the plan by itself. You can revoke it whenever you like.
            </Typography>
            <Button variant="outlined" loading={make.isPending} onClick={() => make.mutate(undefined)}>
              Make a private link
            </Button>
          </>
        )}
        {error && <ErrorNotice error={error} />}
      </Stack>
    </Panel>
  );
}
