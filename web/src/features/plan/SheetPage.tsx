/** The block on one page of paper: what to do, the rule in a line, and boxes to tally by hand. Works without a phone. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useParams } from "react-router";

import { blockQuery, type Block, type Part } from "../../api/queries";
import { capital, showDay, showHour, showMinutes } from "../../shared/lib/format";
import { Loaded } from "../../shared/ui/Loaded";
import { useTitle } from "../../shared/ui/Page";
import { HEADINGS } from "../../shared/ui/tape";

const LINE = "1px solid #1b2440";

/** Boxes in fives, as tallies are counted. */
function Boxes({ count }: { count: number }) {
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", gap: "1mm 3mm" }} aria-hidden>
      {Array.from({ length: Math.ceil(count / 5) }, (_, group) => (
        <Box key={group} sx={{ display: "flex", gap: "0.8mm" }}>
          {Array.from({ length: Math.min(5, count - 5 * group) }, (__, index) => (
            <Box key={index} sx={{ width: "4.6mm", height: "4.6mm", border: LINE }} />
          ))}
        </Box>
      ))}
    </Box>
  );
}

function Blank({ label }: { label: string }) {
  return (
    <Box component="span" sx={{ whiteSpace: "nowrap", mr: 1.5 }}>
      {label} <Box component="span" sx={{ display: "inline-block", width: "11mm", borderBottom: LINE }} />
    </Box>
  );
}

function RunRow({ number, part }: { number: number; part: Part }) {
  const { sheet } = part;
  if (!sheet) return null;
  const totals = sheet.totals.filter((total) => !total.is_optional);
  return (
    <Box
      sx={{
        display: "flex",
        flexWrap: "wrap",
        gap: "1mm 3mm",
        alignItems: "center",
        py: "0.8mm",
        breakInside: "avoid",
      }}>
      <Box component="b" sx={{ width: "12mm" }}>
        Run {number}
      </Box>
      <Box sx={{ flex: "1 1 60mm" }}>
        <Boxes count={sheet.boxes} />
      </Box>
      <Box>
        {totals.map((total) => (
          <Blank key={total.name} label={total.title} />
        ))}
      </Box>
    </Box>
  );
}

function PaperPart({ part, number }: { part: Part; number: number }) {
  const { rung, sheet } = part;
  return (
    <Box component="section" sx={{ borderTop: LINE, py: "1.6mm", breakInside: "avoid" }}>
      <Stack direction="row" sx={{ justifyContent: "space-between", gap: 2 }}>
        <Typography component="h2" sx={{ fontWeight: 700, fontSize: "1.02rem" }}>
          {number}. {part.title}
        </Typography>
        <Box sx={{ whiteSpace: "nowrap" }}>{showMinutes(part.planned_s)}</Box>
      </Stack>
      {part.steps.length > 0 && (
        <Box>{part.steps.map((step) => `${step.words} (${showMinutes(step.seconds)})`).join("; ")}.</Box>
      )}
      {part.game && (
        <Box>
          {part.game.rule}. <Blank label="You" />
          <Blank label={capital(part.game.partner)} />
        </Box>
      )}
      {rung && (
        <Box>
          {rung.set_up} <b>Asked for: {rung.goal_words}.</b> {sheet?.rule}
        </Box>
      )}
      {rung &&
        Array.from({ length: part.runs_planned }, (_, index) => <RunRow key={index} number={index + 1} part={part} />)}
    </Box>
  );
}

/** The number that a part has on the sheet. */
const numberOf = (block: Block, key: string) => block.parts.findIndex((part) => part.key === key) + 1;

function Paper({ block }: { block: Block }) {
  const cautions = [...new Set(block.parts.flatMap((part) => part.ladder?.cautions ?? []))];
  const efforts = Array.from({ length: 11 }, (_, effort) => effort);
  return (
    <Box
      sx={{
        bgcolor: "white",
        color: "#1b2440",
        border: "1px solid",
        borderColor: "divider",
        p: { xs: 2, md: "10mm" },
        fontSize: "0.88rem",
        lineHeight: 1.3,
        maxWidth: "210mm",
        "@media print": { border: 0, p: 0, maxWidth: "none" },
      }}>
      <Stack direction="row" sx={{ justifyContent: "space-between", flexWrap: "wrap", gap: 1, pb: "1.6mm" }}>
        <Typography component="h1" sx={{ fontFamily: HEADINGS, fontWeight: 750, fontSize: "1.35rem" }}>
          {block.minutes} minutes: {block.title}
        </Typography>
        <Box>
          {showDay(block.day)}
          {block.start && `, ${showHour(block.start)}`}
          {block.place && `, ${block.place.name}`}
        </Box>
      </Stack>
      {block.kit.length > 0 && (
        <Box sx={{ pb: "1.6mm" }}>
          <b>To bring:</b> {block.kit.join(", ")}.
        </Box>
      )}
      {block.braids.map((braid, index) => (
        <Box key={index} sx={{ pb: "1.6mm" }}>
          <b>Runs take turns:</b> {braid.order.map((key) => numberOf(block, key)).join(", ")}.
        </Box>
      ))}
      {block.parts.map((part, index) => (
        <PaperPart key={part.id} part={part} number={index + 1} />
      ))}
      <Box sx={{ borderTop: LINE, py: "1.6mm" }}>
        <Blank label="Minutes in all" />
        How hard was it, 0 (rest) to 10 (all I have)?{" "}
        {efforts.map((effort) => (
          <Box component="span" key={effort} sx={{ mx: "1.2mm" }}>
            {effort}
          </Box>
        ))}
        <Box>What did you feel?</Box>
        <Box sx={{ borderBottom: LINE, height: "7mm" }} />
      </Box>
      <Box sx={{ fontSize: "0.8rem" }}>
        {cautions.join(" ")} Stop on sharp, sudden or worsening pain, dizziness, chest pain or unusual breathlessness,
        and get medical help. Your coach and the venue&rsquo;s rules come first.
      </Box>
    </Box>
  );
}

export default function SheetPage() {
  const id = Number(useParams()["blockId"]);
  const query = useQuery(blockQuery(id));
  useTitle("Paper sheet");
  return (
    <Box
      component="main"
      id="main"
      sx={{
        width: "100%",
        maxWidth: "230mm",
        mx: "auto",
        p: { xs: 2, md: 3 },
        pb: { xs: 12, md: 6 },
        "@page": { size: "A4", margin: "12mm" },
        "@media print": { p: 0, maxWidth: "none" },
      }}>
      <Stack direction="row" className="no-print" sx={{ gap: 1.5, flexWrap: "wrap", mb: 2, alignItems: "center" }}>
        <Button variant="contained" onClick={() => window.print()}>
          Print
        </Button>
        <Button component={RouterLink} to={`/plan/blocks/${id}/type-in`} variant="outlined">
          Type it in
        </Button>
        <RouterLink to={`/plan/blocks/${id}`}>Back to the block</RouterLink>
      </Stack>
      <Loaded query={query}>{(block) => <Paper block={block} />}</Loaded>
    </Box>
  );
}
