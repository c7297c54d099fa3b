/** A mirror that is some seconds late: play a rep, look up, and see it. */
import { Box, Button, Slider, Stack, Typography } from "@mui/material";
import { useEffect, useRef, useState } from "react";

import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { Delayed } from "./delayed";

const FIRST_S = 5;
const LONGEST_S = 15;
const NO_CAMERA = "No camera can be used here: there is none, or this browser was not allowed to use it.";

export default function MirrorPage() {
  const [isOn, setOn] = useState(false);
  const [isRefused, setRefused] = useState(false);
  const [delayS, setDelayS] = useState(FIRST_S);
  const canvas = useRef<HTMLCanvasElement>(null);
  const delayMs = useRef(FIRST_S * 1000);
  useEffect(() => void (delayMs.current = delayS * 1000), [delayS]);
  useEffect(() => {
    if (!isOn || !canvas.current) return;
    const mirror = new Delayed(canvas.current, () => delayMs.current);
    mirror.open().catch(() => {
      setRefused(true);
      setOn(false);
    });
    return () => mirror.close();
  }, [isOn]);
  const canSee = "mediaDevices" in navigator;
  return (
    <Page
      title="Late mirror"
      heading="See yourself a few seconds later"
      lead="Stand the device where it sees you, play a rep, and look up."
      why={
        <WhyPoint title="Nothing is kept">
          The pictures of the last seconds are in the memory of this page alone, and gone once they were shown.
        </WhyPoint>
      }>
      <Panel>
        <Stack spacing={2}>
          {(!canSee || isRefused) && <Typography role="alert">{NO_CAMERA}</Typography>}
          <Box sx={{ display: "flex", flexWrap: "wrap", gap: 2, alignItems: "center" }}>
            <Button
              variant="contained"
              size="large"
              disabled={!canSee}
              onClick={() => {
                setRefused(false);
                setOn(!isOn);
              }}>
              {isOn ? "Stop" : "Start the camera"}
            </Button>
            <Typography id="late">{delayS === 1 ? "1 second" : `${delayS} seconds`} later</Typography>
            <Slider
              aria-labelledby="late"
              value={delayS}
              min={1}
              max={LONGEST_S}
              onChange={(_event, value) => setDelayS(value)}
              sx={{ width: 220 }}
            />
          </Box>
          {isOn && (
            <Box
              component="canvas"
              ref={canvas}
              role="img"
              aria-label="You, a few seconds ago"
              sx={{ width: "100%", maxHeight: "75vh", objectFit: "contain", bgcolor: "#000", transform: "scaleX(-1)" }}
            />
          )}
        </Stack>
      </Panel>
    </Page>
  );
}
