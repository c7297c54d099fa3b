/** Before the first press: whether the ear counts along, what a hit sounds like, and whether the ear presses by itself. */
import { Box, Button, Typography } from "@mui/material";

import { court } from "../../shared/ui/tape";
import { CourtToggle } from "../practise/CourtToggle";
import { EarPlace } from "./EarPlace";
import { CALIBRATION_HITS } from "./liveEar";
import type { LiveEarState } from "./useLiveEar";

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
        <CourtToggle value="listen" isOn={isOn} onToggle={ear.toggle}>
          The ear counts along
        </CourtToggle>
        {isOn && (
          <>
            <Calibration ear={ear} />
            {!ear.isCalibrating && (
              <>
                <CourtToggle value="presses" isOn={ear.presses} onToggle={() => ear.setPresses(!ear.presses)}>
                  It presses for me
                </CourtToggle>
                <CourtToggle value="claps" isOn={ear.claps} onToggle={() => ear.setClaps(!ear.claps)}>
                  Claps: two a miss, three a pause
                </CourtToggle>
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
