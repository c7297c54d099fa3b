/** A layout on A4: drawn to a scale that is said, with its tape list. Works without a screen, beside the wall. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useParams } from "react-router";

import { layoutQuery, libraryQuery, workedOutQuery, type DrawnPlace, type Layout, type Surface } from "../../api/setup";
import { capital } from "../../shared/lib/format";
import { Loaded } from "../../shared/ui/Loaded";
import { useTitle } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";
import { Ground } from "../../shared/board/Ground";
import { TapeList } from "./editor/TapeList";
import { wholeOf } from "../../shared/board/view";
import { ZoneShape } from "../../shared/board/ZoneShape";

/** What fits between the margins of A4 beside the tape list, in millimetres. */
const WIDEST_MM = 176;
const TALLEST_MM = 150;
const PAD_MM = 6;
const SCALES = [1, 2, 5, 10, 20, 25, 50, 100, 150, 200, 250];
/** Inside the drawing a millimetre of paper is this many points, so that strokes and letters keep their size. */
const POINTS = 3.78;

const scaleOf = (surface: Surface) =>
  SCALES.find(
    (scale) => (surface.width_m * 1000) / scale <= WIDEST_MM && (surface.length_m * 1000) / scale <= TALLEST_MM,
  ) ?? 500;

function ScaledDrawing({ surface, layout }: { surface: Surface; layout: Layout }) {
  const scale = scaleOf(surface);
  const mm = {
    width: (surface.width_m * 1000) / scale + 2 * PAD_MM,
    height: (surface.length_m * 1000) / scale + 2 * PAD_MM,
  };
  const view = wholeOf(surface, mm.width * POINTS, mm.height * POINTS, (1000 / scale) * POINTS);
  const bar_m = Math.max(0.1, 10 ** Math.floor(Math.log10(surface.width_m)));
  return (
    <Box component="figure" sx={{ m: 0, breakInside: "avoid" }}>
      <svg
        role="img"
        aria-label={`${surface.title} at 1 to ${scale}`}
        width={`${mm.width}mm`}
        height={`${mm.height}mm`}
        viewBox={`0 0 ${view.width} ${view.height}`}
        style={{ maxWidth: "100%", height: "auto" }}>
        <Ground surface={surface} view={view} />
        {layout.zones
          .filter((zone) => zone.surface === surface.id)
          .map((zone) => (
            <ZoneShape key={zone.name} zone={zone} surface={surface} view={view} />
          ))}
      </svg>
      <Typography component="figcaption" variant="body2">
        {capital(surface.title)}, <b>1 : {scale}</b>: a centimetre on paper is {scale} cm. This bar is {bar_m} m:{" "}
        <Box
          component="span"
          sx={{
            display: "inline-block",
            width: `${(bar_m * 1000) / scale}mm`,
            borderBottom: `3px solid ${tape.ink}`,
            height: 8,
          }}
        />
      </Typography>
    </Box>
  );
}

function Paper({ layout, place }: { layout: Layout; place: DrawnPlace }) {
  const worked = useQuery(workedOutQuery({ ...layout, ladder: null, side: null }));
  const used = place.surfaces.filter((surface) => layout.zones.some((zone) => zone.surface === surface.id));
  return (
    <Stack spacing={1.5}>
      <Typography variant="h1">{layout.title}</Typography>
      <Typography>
        On {place.title}. {worked.data && `Stand ${worked.data.stand_words}.`}{" "}
        {worked.data && worked.data.kit.length > 0 && `Bring ${worked.data.kit.join(", ")}.`}
      </Typography>
      {(used.length > 0 ? used : place.surfaces.slice(0, 1)).map((surface) => (
        <ScaledDrawing key={surface.id} surface={surface} layout={layout} />
      ))}
      <Loaded query={worked}>{({ tape: list }) => <TapeList tape={list} level="h2" />}</Loaded>
      {layout.pattern && (
        <Typography>
          <b>In this order:</b> {layout.pattern}.
        </Typography>
      )}
      <Typography variant="body2">
        Sizes: {place.sizes_from}. Print at 100 %, not fitted to the page; check the bar with a ruler.
      </Typography>
    </Stack>
  );
}

export default function PaperPage() {
  const id = Number(useParams()["layoutId"]);
  const query = useQuery(layoutQuery(id));
  const library = useQuery(libraryQuery);
  const place = library.data?.find((each) => each.id === query.data?.place);
  useTitle(query.data ? `${query.data.title}, to scale` : "To scale");
  return (
    <Box
      component="main"
      id="main"
      sx={{
        maxWidth: "210mm",
        mx: "auto",
        p: { xs: 2, md: 4 },
        pb: { xs: 12, md: 4 },
        bgcolor: "white",
        color: "#1b2440",
        "@page": { size: "A4", margin: "12mm" },
        "@media print": { p: 0, maxWidth: "none" },
      }}>
      <Stack direction="row" spacing={1.5} className="no-print" sx={{ mb: 2 }}>
        <Button variant="contained" onClick={() => window.print()}>
          Print
        </Button>
        <Button component={RouterLink} to={`/set-up/layouts/${id}`} variant="outlined">
          Back to the layout
        </Button>
      </Stack>
      <Loaded query={query}>{(layout) => place && <Paper layout={layout} place={place} />}</Loaded>
    </Box>
  );
}
