/** Layouts that were saved, offered to a rung that has none. */
import { MenuItem, TextField } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { layoutsQuery } from "../../api/setup";
import { ErrorNotice } from "../../shared/ui/Loaded";

export function SavedLayouts({ rungId, number }: { rungId: number; number: number }) {
  const { data: layouts = [] } = useQuery(layoutsQuery);
  const attach = useChange(
    (layout: number) =>
      unwrap(api.PUT("/api/rungs/{rung_id}/layout/", { params: { path: { rung_id: rungId } }, body: { layout } })),
    ["ladders"],
    ["layouts"],
    ["next-rungs"],
    ["blocks"],
    ["today"],
  );
  if (layouts.length === 0) return null;
  return (
    <>
      <TextField
        select
        size="small"
        label={`A saved layout for rung ${number}`}
        value=""
        onChange={(event) => attach.mutate(Number(event.target.value))}
        sx={{ minWidth: 230 }}>
        {layouts.map((layout) => (
          <MenuItem key={layout.id} value={layout.id}>
            {layout.title}
          </MenuItem>
        ))}
      </TextField>
      {attach.error && <ErrorNotice error={attach.error} />}
    </>
  );
}
