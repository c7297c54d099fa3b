/** Counting without a plan, from any screen in two presses: this one, and which plain game. */
import { Button, ListItemText, Menu, MenuItem } from "@mui/material";
import { useState } from "react";
import { useNavigate } from "react-router";

import type { Schemas } from "../api/client";
import { useQuickRun } from "../shared/device/steps";
import { tape } from "../shared/ui/tape";

const GAMES: { game: Schemas["QuickRunRequest"]["game"]; title: string; words: string }[] = [
  { game: "count", title: "Makes and misses", words: "until you stop" },
  { game: "row", title: "In a row", words: "a miss ends it" },
  { game: "minute", title: "Contacts in a minute", words: "every break costs time" },
];

export function QuickCount() {
  const navigate = useNavigate();
  const begin = useQuickRun();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const start = (game: Schemas["QuickRunRequest"]["game"]) => {
    setAnchor(null);
    begin.mutate(game, { onSuccess: (run) => void navigate(`/practise/runs/${run.id}`) });
  };
  return (
    <>
      <Button
        size="small"
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        loading={begin.isPending}
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{
          color: tape.ink,
          bgcolor: tape.paper,
          minHeight: 36,
          px: 1.5,
          whiteSpace: "nowrap",
          "&:hover": { bgcolor: tape.mustard },
        }}>
        {begin.error ? "Count: try again" : "Count"}
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        slotProps={{ root: { role: "dialog", "aria-label": "Count without a plan" } }}>
        {GAMES.map(({ game, title, words }) => (
          <MenuItem key={game} onClick={() => start(game)} sx={{ py: 1.5 }}>
            <ListItemText primary={title} secondary={words} slotProps={{ primary: { sx: { fontWeight: 700 } } }} />
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
