/** In which order the runs of neighbouring drills are played: one drill after the other, in turn, or by lot. */
import { Button, Stack } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { weavesQuery } from "../../api/planning";
import { Pick } from "../../shared/ui/Pick";
import type { Draft, Next } from "./draft";

const BY_LOT = "mixed";

export function WeaveField({ draft, change }: { draft: Draft; change: (next: Next, isEdit?: boolean) => void }) {
  const weaves = useQuery(weavesQuery).data;
  if (!weaves) return null;
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
      <Pick
        label="Order of runs"
        value={draft.weave}
        choices={weaves.map(({ id, title, example }) => ({ value: id, word: `${title} (${example})` }))}
        onChange={(weave) => change({ weave }, true)}
        width={300}
      />
      {draft.weave === BY_LOT && (
        <Button onClick={() => change(({ seed }) => ({ seed: seed + 1 }), true)}>Draw lots anew</Button>
      )}
    </Stack>
  );
}
