/** Presses that wait on this device are said in the strip, and sent when the application opens and comes online. */
import { Box } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

import { readAnew } from "../api/queries";
import { sweep } from "../features/practise/sweep";
import { rules } from "../shared/device/rules";
import { quantity } from "../shared/lib/format";
import { useWaiting } from "../shared/lib/usePresses";
import { tape } from "../shared/ui/tape";

const TRY_EVERY_MS = 20_000;
/** Counting by itself takes some seconds to set up: begun once nobody waits for anything else. */
const RULES_AFTER_MS = 4000;

function useRules() {
  useEffect(() => {
    const timer = window.setTimeout(() => {
      if ("requestIdleCallback" in window) window.requestIdleCallback(() => rules.start(), { timeout: 10_000 });
      else rules.start();
    }, RULES_AFTER_MS);
    return () => window.clearTimeout(timer);
  }, []);
}

export function WaitingPresses() {
  useRules();
  const client = useQueryClient();
  const waiting = useWaiting();
  const isWaiting = waiting > 0;
  useEffect(() => {
    const send = () =>
      void sweep().then((hasSent) => {
        if (hasSent) void readAnew(client, [["runs"], ["today"], ["ladders"], ["blocks"]]);
      });
    send();
    const timer = isWaiting ? window.setInterval(send, TRY_EVERY_MS) : undefined;
    window.addEventListener("online", send);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", send);
    };
  }, [client, isWaiting]);
  if (!isWaiting) return null;
  return (
    <Box
      role="status"
      sx={{
        bgcolor: tape.mustard,
        color: tape.ink,
        px: 1,
        py: 0.25,
        fontSize: "0.88rem",
        fontWeight: 650,
        whiteSpace: "nowrap",
      }}>
      {quantity(waiting, "press waits", "presses wait")}
    </Box>
  );
}
