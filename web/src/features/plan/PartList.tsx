/** The parts of a draft, one under the other, each with what can be done to it. */
import ArrowDownward from "@mui/icons-material/ArrowDownward";
import ArrowUpward from "@mui/icons-material/ArrowUpward";
import Close from "@mui/icons-material/Close";
import Lock from "@mui/icons-material/Lock";
import LockOpen from "@mui/icons-material/LockOpen";
import SwapHoriz from "@mui/icons-material/SwapHoriz";
import { Box, IconButton, Menu, MenuItem, Stack, Typography } from "@mui/material";
import { useState, type MouseEvent, type ReactNode } from "react";

import { counted, showMinutes, showRange } from "../../shared/lib/format";
import { ribbonLook } from "../../shared/ui/ribbonLook";
import type { Proposal, ProposedSegment } from "./draft";
import type { Edits, Other } from "./edits";

function Act({
  name,
  onClick,
  children,
  isOff,
}: {
  name: string;
  onClick: (event: MouseEvent<HTMLElement>) => void;
  children: ReactNode;
  isOff?: boolean;
}) {
  return (
    <IconButton
      aria-label={name}
      title={name}
      onClick={onClick}
      disabled={isOff ?? false}
      sx={{ width: 36, height: 36, color: "text.primary" }}>
      {children}
    </IconButton>
  );
}

function Swap({ segment, others, edits }: { segment: ProposedSegment; others: Other[]; edits: Edits }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const choose = (other: Other) => {
    setAnchor(null);
    edits.swap(segment.key, other);
  };
  return (
    <>
      <Act
        name={`Swap ${segment.title}`}
        onClick={(event) => setAnchor(event.currentTarget)}
        isOff={others.length === 0}>
        <SwapHoriz fontSize="small" />
      </Act>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {others.map((other) => (
          <MenuItem key={other.key} onClick={() => choose(other)}>
            {other.title}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

function Row({
  segment,
  others,
  edits,
  isFirst,
  isLast,
}: {
  segment: ProposedSegment;
  others: Other[];
  edits: Edits;
  isFirst: boolean;
  isLast: boolean;
}) {
  const { ground } = ribbonLook(segment);
  const isChallenge = segment.rung !== null;
  return (
    <Box
      component="li"
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "10px minmax(0, 1fr)", md: "10px minmax(0, 1fr) auto" },
        columnGap: 1.5,
        alignItems: "center",
        borderTop: "1px solid",
        borderColor: "divider",
        py: 0.5,
      }}>
      <Box aria-hidden sx={{ bgcolor: ground, height: "100%", minHeight: 28, gridRow: { xs: "1 / 3", md: "1" } }} />
      <Box sx={{ minWidth: 0 }}>
        <Typography>
          {segment.title}
          {isChallenge && <b>, {counted(segment.runs_planned, "run")}</b>}
        </Typography>
        <Typography variant="body2" color="text.secondary">
          {showMinutes(segment.planned_s)}
          {segment.low_s !== segment.high_s && `, nine times in ten ${showRange(segment.low_s, segment.high_s)}`}
        </Typography>
      </Box>
      <Stack direction="row" sx={{ gridColumn: { xs: 2, md: 3 }, flexWrap: "wrap" }}>
        {isChallenge && (
          <>
            <Act name={`Earlier: ${segment.title}`} onClick={() => edits.move(segment.key, -1)} isOff={isFirst}>
              <ArrowUpward fontSize="small" />
            </Act>
            <Act name={`Later: ${segment.title}`} onClick={() => edits.move(segment.key, 1)} isOff={isLast}>
              <ArrowDownward fontSize="small" />
            </Act>
          </>
        )}
        <Act
          name={`Shorter: ${segment.title}`}
          onClick={() => edits.stretch(segment.key, -1)}
          isOff={isChallenge && segment.runs_planned <= 1}>
          <b>−</b>
        </Act>
        <Act name={`Longer: ${segment.title}`} onClick={() => edits.stretch(segment.key, 1)}>
          <b>+</b>
        </Act>
        {isChallenge && (
          <>
            <Act
              name={`${segment.is_locked ? "Unlock" : "Lock"} ${segment.title}`}
              onClick={() => edits.lock(segment.key)}>
              {segment.is_locked ? <Lock fontSize="small" /> : <LockOpen fontSize="small" />}
            </Act>
            <Swap segment={segment} others={others} edits={edits} />
          </>
        )}
        {segment.kind !== "partner" && (
          <Act name={`Take out ${segment.title}`} onClick={() => edits.remove(segment.key)}>
            <Close fontSize="small" />
          </Act>
        )}
      </Stack>
    </Box>
  );
}

export function PartList({ proposal, others, edits }: { proposal: Proposal; others: Other[]; edits: Edits }) {
  const challenges = proposal.segments.filter((segment) => segment.rung);
  return (
    <Box component="ol" aria-label="The parts of the block" sx={{ listStyle: "none", m: 0, p: 0 }}>
      {proposal.segments.map((segment) => (
        <Row
          key={segment.key}
          segment={segment}
          others={others}
          edits={edits}
          isFirst={challenges[0] === segment}
          isLast={challenges.at(-1) === segment}
        />
      ))}
    </Box>
  );
}
