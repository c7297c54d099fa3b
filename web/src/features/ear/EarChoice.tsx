/** Before the first press: whether the ear counts along, what a hit sounds like, and whether the ear presses by itself. */
import { Box, Button, ToggleButton, Typography } from "@mui/material";
import type { ReactNode } from "react";

import { court } from "../../shared/ui/tape";
import { EarPlace } from "./EarPlace";
import { CALIBRATION_HITS } from "./liveEar";
import type { LiveEarState } from "./useLiveEar";

function Choice({ isOn, onToggle, children }: { isOn: boolean; onToggle: () => void; children: ReactNode }) {
  return (
    <ToggleButton
      value="on"
      size="small"
      selected={isOn}
      onClick={({ currentTarget }) => {
        onToggle();
        currentTarget.blur(); // Else the key that starts would press it again.
      }}
      sx={{
        color: court.text,
        px: 1.5,
        minHeight: 40,
        "&.Mui-selected, &.Mui-selected:hover": { bgcolor: court.teal, color: court.ground },
      }}>
      {isOn && "✓ "}
      {children}
    </ToggleButton>
  );
}

function Calibration({ ear }: { ear: LiveEarState }) {
  if (ear.isCalibrating) {
    return (
      <Button variant="contained" color="warning" onClick={ear.endCalibration}>
        {ear.hits < CALIBRATION_HITS ? `Hit it: ${ear.hits} of ${CALIBRATION_HITS} heard. Done` : "Ten heard. Done"}
      </Button>
    );
  }
  return (
    <Button variant="outlined" color="inherit" onClick={ear.startCalibration}>
      {ear.isCalibrated ? "✓ It knows your hits. Ten hits anew" : "Ten hits first, to know them"}
    </Button>
  );
}

export function EarChoice({ ear }: { ear: LiveEarState }) {
  if (!ear.isHeard) return null;
  const isOn = ear.status === "on";
  return (
    <Box role="group" aria-label="The ear" sx={{ display: "grid", gap: 1, justifyItems: "center" }}>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "center", justifyContent: "center" }}>
        <Choice isOn={isOn} onToggle={ear.toggle}>
          The ear counts along
        </Choice>
        {isOn && (
          <>
            <Calibration ear={ear} />
            {!ear.isCalibrating && (
              <>
                <Choice isOn={ear.presses} onToggle={() => ear.setPresses(!ear.presses)}>
                  It presses for me
                </Choice>
                <Choice isOn={ear.claps} onToggle={() => ear.setClaps(!ear.claps)}>
                  Claps: two a miss, three a pause
                </Choice>
              </>
            )}
          </>
        )}
      </Box>
      {isOn ? (
        <Typography sx={{ color: court.dim }}>
          {ear.isCalibrating
            ? "Ten hits as in play, a little apart."
            : `${ear.presses ? "Each hit is a press." : "Its count stands beside yours."} ${ear.claps ? "Where hits come as fast as claps, claps do nothing. " : ""}The court keeps still meanwhile; no sound leaves this device.`}
        </Typography>
      ) : (
        <Box sx={{ mt: 0.75 }}>
          <EarPlace {...ear.place} />
        </Box>
      )}
      {ear.words && (
        <Typography role="alert" sx={{ color: court.mustard }}>
          {ear.words}
        </Typography>
      )}
    </Box>
  );
}
