/** Everything in and out: the whole record as a file, and a record that comes in. */
import { Button, Stack, Typography } from "@mui/material";

import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { TakeIn } from "./TakeIn";

export default function InAndOutPage() {
  const why = (
    <>
      <WhyPoint title="What is in the file">
        A zip of tables in CSV, which every spreadsheet opens, with a description of every column; your layouts as
        drawings, your ladders as packs, your plan as a calendar.
      </WhyPoint>
      <WhyPoint title="What is not">
        Your password, your codes for a new one, and the secret address of your calendar: they belong to this server.
        Recordings and clips never were here.
      </WhyPoint>
    </>
  );
  return (
    <Page title="In and out" lead="The record is yours: take all of it along, and bring it back." why={why}>
      <Panel title="Take it out">
        <Stack spacing={2}>
          <Typography sx={{ maxWidth: 640 }}>
            One file with everything: ladders, rungs, thresholds, runs with every press, blocks, weeks, recipes, places,
            layouts, limits, notes and settings. Nothing here changes.
          </Typography>
          <Button component="a" href="/api/record/" download variant="contained" sx={{ alignSelf: "flex-start" }}>
            Take the whole record out
          </Button>
        </Stack>
      </Panel>
      <TakeIn />
    </Page>
  );
}
