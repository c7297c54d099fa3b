/** Layouts that were saved, offered to a rung that has none. */
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { layoutsQuery } from "../../api/setup";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";

interface SavedLayoutsProps {
  rungId: number;
  number: number;
  onClose: () => void;
}

export function SavedLayouts({ rungId, number, onClose }: SavedLayoutsProps) {
  const layouts = useQuery(layoutsQuery);
  const attach = useChange(
    (layout: number) =>
      unwrap(api.PUT("/api/rungs/{rung_id}/layout/", { params: { path: { rung_id: rungId } }, body: { layout } })),
    ["ladders"],
    ["layouts"],
    ["next-rungs"],
    ["blocks"],
    ["today"],
  );
  return (
    <Dialog open onClose={onClose} aria-labelledby="saved-layouts">
      <DialogTitle id="saved-layouts">A saved layout for rung {number}</DialogTitle>
      <DialogContent>
        <Loaded query={layouts}>
          {(saved) =>
            saved.length === 0 ? (
              <Typography>None is saved yet. &ldquo;Lay targets&rdquo; draws one.</Typography>
            ) : (
              <Stack sx={{ alignItems: "stretch", gap: 1, pt: 1 }}>
                {saved.map((layout) => (
                  <Button
                    key={layout.id}
                    variant="outlined"
                    onClick={() => attach.mutate(layout.id, { onSuccess: onClose })}>
                    {layout.title}
                  </Button>
                ))}
              </Stack>
            )
          }
        </Loaded>
        {attach.error && <ErrorNotice error={attach.error} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
      </DialogActions>
    </Dialog>
  );
}
