/** What the strip says of this device: presses that wait here, a server that is away, that it is ready without one. */
import OfflinePinIcon from "@mui/icons-material/OfflinePinOutlined";
import { Box, Button } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore, type ReactNode } from "react";

import { readAnew } from "../api/queries";
import { sweep } from "../shared/device/sweep";
import { showMoment } from "../shared/lib/format";
import { network } from "../shared/lib/network";
import { useWaiting } from "../shared/lib/usePresses";
import { tape } from "../shared/ui/tape";
import { onDevice } from "../shared/device/onDevice";

const TRY_EVERY_MS = 20_000;

function Said({ children, isLoud = true }: { children: ReactNode; isLoud?: boolean }) {
  return (
    <Box
      role="status"
      sx={{
        gridColumn: isLoud ? { xs: "1 / -1" } : undefined,
        order: isLoud ? { xs: 1, md: 0 } : undefined,
        justifySelf: "start",
        mb: isLoud ? { xs: 0.75, md: 0 } : 0,
        bgcolor: isLoud ? tape.mustard : "transparent",
        color: isLoud ? tape.ink : "inherit",
        px: 1,
        py: 0.25,
        fontSize: "0.88rem",
        fontWeight: isLoud ? 650 : 400,
        whiteSpace: "nowrap",
        display: "flex",
        alignItems: "center",
        gap: 0.5,
      }}>
      {children}
    </Box>
  );
}

/** Ready without a network: the words where there is room, a sign with the same name where there is not. */
function Ready() {
  return (
    <Said isLoud={false}>
      <OfflinePinIcon titleAccess="ready without network" sx={{ fontSize: "1.15rem", display: { lg: "none" } }} />
      <Box component="span" sx={{ display: { xs: "none", lg: "inline" } }}>
        ready without network
      </Box>
    </Said>
  );
}

export function WaitingPresses() {
  const client = useQueryClient();
  const waiting = useWaiting("waits", "wait");
  const { isReady, hasNewer } = useSyncExternalStore(onDevice.subscribe, onDevice.read);
  const { isAway, shownOf } = useSyncExternalStore(network.subscribe, network.read);
  const isWaiting = waiting !== "";
  useEffect(() => onDevice.begin(client), [client]);
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
  if (isWaiting) return <Said>{waiting} here</Said>;
  if (isAway) return <Said>{shownOf === null ? "No network" : `No network: as of ${showMoment(shownOf)}`}</Said>;
  if (hasNewer)
    return (
      <Button size="small" color="inherit" onClick={() => onDevice.take()} sx={{ whiteSpace: "nowrap" }}>
        New version: take it
      </Button>
    );
  return isReady ? <Ready /> : null;
}
