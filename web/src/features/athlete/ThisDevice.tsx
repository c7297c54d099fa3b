/** What this device does by itself: whether it counts, and opens without a network; how to install; what went wrong. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useSyncExternalStore } from "react";

import { installer } from "../../shared/device/install";
import { onDevice } from "../../shared/device/onDevice";
import { rules } from "../../shared/device/rules";
import { listTroubles } from "../../shared/device/troubles";
import { showMoment } from "../../shared/lib/format";
import { Panel } from "../../shared/ui/Page";

const COUNTS = {
  off: "Counting by itself is set up in a moment; until then the server counts.",
  starting: "Counting by itself is being set up; until then the server counts.",
  ready: "This device counts by itself: a press is on the screen at once, whatever the network does.",
  failed: "This device cannot count by itself; the server counts, and presses wait here while it cannot be reached.",
};

export function ThisDevice() {
  const { status } = useSyncExternalStore(rules.subscribe, rules.read);
  const { isReady } = useSyncExternalStore(onDevice.subscribe, onDevice.read);
  const { canAsk, isInstalled } = useSyncExternalStore(installer.subscribe, installer.read);
  const troubles = listTroubles();
  return (
    <Panel title="This device">
      <Stack spacing={1.5}>
        <Typography>{COUNTS[status]}</Typography>
        <Typography>
          {isReady
            ? "Ready without network: the application opens and shows what it showed last; runs and planned blocks are begun, played and noted. All of it is sent when the network is back, and the verdicts come then."
            : "Without a network this device is not ready yet: leave the application open for a moment."}
        </Typography>
        {isInstalled ? (
          <Typography>It is installed here.</Typography>
        ) : canAsk ? (
          <Button variant="outlined" sx={{ alignSelf: "flex-start" }} onClick={() => void installer.ask()}>
            Install on this device
          </Button>
        ) : (
          <Typography>To install it, use “Add to home screen” or “Install” in the browser's own menu.</Typography>
        )}
        {troubles.length > 0 && (
          <Box>
            <Typography component="h3" sx={{ fontWeight: 700 }}>
              What went wrong here
            </Typography>
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {troubles.map(({ at, words }) => (
                <li key={at + words}>
                  {showMoment(Date.parse(at))}: {words}
                </li>
              ))}
            </Box>
          </Box>
        )}
      </Stack>
    </Panel>
  );
}
