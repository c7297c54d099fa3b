/** The athlete's layouts, each as a small drawing; and reading one in from a file. */
import { Box, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useNavigate } from "react-router";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { layoutsQuery, libraryQuery, type DrawnPlace, type Layout } from "../../api/setup";
import { targetsOf } from "../../shared/board/targets";
import { quantity } from "../../shared/lib/format";
import { Miniature } from "../../shared/board/Miniature";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { PickFile } from "../../shared/ui/PickFile";
import { Panel } from "../../shared/ui/Page";

/** A file becomes a new layout, or is refused with the reason; nothing else changes. */
function ImportButton() {
  const navigate = useNavigate();
  const read = useChange((svg: string) => unwrap(api.POST("/api/layouts/import/", { body: { svg } })), ["layouts"]);
  const choose = async (file: File) => {
    const svg = await file.text();
    read.mutate(svg, { onSuccess: ({ id }) => void navigate(`/set-up/layouts/${id}`) });
  };
  return (
    <Stack spacing={1} sx={{ alignItems: "flex-start" }}>
      <PickFile
        name="A layout as SVG"
        accept=".svg,image/svg+xml"
        variant="outlined"
        size="small"
        loading={read.isPending}
        onFile={(file) => void choose(file)}>
        Read in an SVG
      </PickFile>
      {read.error && <ErrorNotice error={read.error} />}
    </Stack>
  );
}

function LayoutCard({ layout, place }: { layout: Layout; place: DrawnPlace | undefined }) {
  const surface = place?.surfaces.find((each) => each.id === layout.zones[0]?.surface) ?? place?.surfaces[0];
  return (
    <Box
      component="li"
      sx={{ display: "flex", gap: 1.5, minWidth: 0, borderTop: "1px solid", borderColor: "divider", py: 1.25 }}>
      {surface && <Miniature surface={surface} zones={layout.zones} width={84} height={72} />}
      <Box sx={{ minWidth: 0 }}>
        <Typography variant="h3">
          <RouterLink to={`/set-up/layouts/${layout.id}`}>{layout.title}</RouterLink>
        </Typography>
        <Typography color="text.secondary">
          {layout.place_title}, {quantity(targetsOf(layout.zones).length, "target")}
        </Typography>
      </Box>
    </Box>
  );
}

export function LayoutsPanel() {
  const layouts = useQuery(layoutsQuery);
  const { data: library = [] } = useQuery(libraryQuery);
  return (
    <Panel title="Your layouts" actions={<ImportButton />}>
      <Loaded query={layouts} rows={2}>
        {(all) =>
          all.length === 0 ? (
            <Typography color="text.secondary">
              None yet. Lay targets on a place: the drawing says where the tape goes, and how hard they are for you from
              where you stand.
            </Typography>
          ) : (
            <Box
              component="ul"
              sx={{
                display: "grid",
                columnGap: 3,
                gridTemplateColumns: "repeat(auto-fill, minmax(min(300px, 100%), 1fr))",
                listStyle: "none",
                m: 0,
                p: 0,
              }}>
              {all.map((layout) => (
                <LayoutCard key={layout.id} layout={layout} place={library.find(({ id }) => id === layout.place)} />
              ))}
            </Box>
          )
        }
      </Loaded>
    </Panel>
  );
}
