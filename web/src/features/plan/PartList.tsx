/** The parts of a draft, one under the other, each with what can be done to it. */
import ArrowDownward from "@mui/icons-material/ArrowDownward";
import ArrowUpward from "@mui/icons-material/ArrowUpward";
import Close from "@mui/icons-material/Close";
import Lock from "@mui/icons-material/Lock";
import LockOpen from "@mui/icons-material/LockOpen";
import SwapHoriz from "@mui/icons-material/SwapHoriz";
import { Box, IconButton, Menu, MenuItem, Stack, Typography } from "@mui/material";
import { useState, type MouseEvent, type ReactNode } from "react";

import { quantity, showMinutes, showRange } from "../../shared/lib/format";
import { ribbonLook } from "../../shared/ui/ribbonLook";
import type { Proposal, ProposedPart } from "./draft";
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

function Swap({ part, others, edits }: { part: ProposedPart; others: Other[]; edits: Edits }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const choose = (other: Other) => {
    setAnchor(null);
    edits.swap(part.key, other);
  };
  return (
    <>
      <Act name={`Swap ${part.title}`} onClick={(event) => setAnchor(event.currentTarget)} isOff={others.length === 0}>
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
  part,
  others,
  edits,
  isFirst,
  isLast,
}: {
  part: ProposedPart;
  others: Other[];
  edits: Edits;
  isFirst: boolean;
  isLast: boolean;
}) {
  const { ground } = ribbonLook(part);
  const isChallenge = part.rung !== null;
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
          {part.title}
          {isChallenge && <b>, {quantity(part.runs_planned, "run")}</b>}
        </Typography>
        <Typography variant="body2" color="text.secondary">
          {showMinutes(part.planned_s)}
          {part.low_s !== part.high_s && `, nine times in ten ${showRange(part.low_s, part.high_s)}`}
        </Typography>
      </Box>
      <Stack direction="row" sx={{ gridColumn: { xs: 2, md: 3 }, flexWrap: "wrap" }}>
        {isChallenge && (
          <>
            <Act name={`Earlier: ${part.title}`} onClick={() => edits.move(part.key, -1)} isOff={isFirst}>
              <ArrowUpward fontSize="small" />
            </Act>
            <Act name={`Later: ${part.title}`} onClick={() => edits.move(part.key, 1)} isOff={isLast}>
              <ArrowDownward fontSize="small" />
            </Act>
          </>
        )}
        <Act
          name={`Shorter: ${part.title}`}
          onClick={() => edits.stretch(part.key, -1)}
          isOff={isChallenge && part.runs_planned <= 1}>
          <b>−</b>
        </Act>
        <Act name={`Longer: ${part.title}`} onClick={() => edits.stretch(part.key, 1)}>
          <b>+</b>
        </Act>
        {isChallenge && (
          <>
            <Act name={`${part.is_locked ? "Unlock" : "Lock"} ${part.title}`} onClick={() => edits.lock(part.key)}>
              {part.is_locked ? <Lock fontSize="small" /> : <LockOpen fontSize="small" />}
            </Act>
            <Swap part={part} others={others} edits={edits} />
          </>
        )}
        {part.kind !== "partner" && (
          <Act name={`Take out ${part.title}`} onClick={() => edits.remove(part.key)}>
            <Close fontSize="small" />
          </Act>
        )}
      </Stack>
    </Box>
  );
}

export function PartList({ proposal, others, edits }: { proposal: Proposal; others: Other[]; edits: Edits }) {
  const challenges = proposal.parts.filter((part) => part.rung);
  return (
    <Box component="ol" aria-label="The parts of the block" sx={{ listStyle: "none", m: 0, p: 0 }}>
      {proposal.parts.map((part) => (
        <Row
          key={part.key}
          part={part}
          others={others}
          edits={edits}
          isFirst={challenges[0] === part}
          isLast={challenges.at(-1) === part}
        />
      ))}
    </Box>
  );
}
