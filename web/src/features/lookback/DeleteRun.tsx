/** Deleting a run, and bringing it back at once if that was a slip. */
import { Alert, Button } from "@mui/material";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";

const STALE = [["runs"], ["ladders"], ["today"], ["blocks"]];

export function useDeleteRun() {
  return useChange(
    (id: string) => unwrap(api.DELETE("/api/runs/{run_id}/", { params: { path: { run_id: id } } })),
    ...STALE,
  );
}

export function useRestoreRun() {
  return useChange(
    (id: string) => unwrap(api.PUT("/api/runs/{run_id}/restored/", { params: { path: { run_id: id } } })),
    ...STALE,
  );
}

/** What was deleted, with the way back. */
export function Deleted({ ids, onRestored }: { ids: string[]; onRestored: () => void }) {
  const restore = useRestoreRun();
  const bringBack = async () => {
    for (const id of ids) await restore.mutateAsync(id);
    onRestored();
  };
  if (restore.error) return <ErrorNotice error={restore.error} />;
  return (
    <Alert
      severity="info"
      variant="outlined"
      sx={{ color: "text.primary" }}
      action={
        <Button loading={restore.isPending} onClick={() => void bringBack()}>
          Undo
        </Button>
      }>
      {ids.length === 1 ? "The run is deleted." : `${ids.length} runs are deleted.`}
    </Alert>
  );
}
