/** Letting a second screen in: the code and its picture, and who is in. */
import {
  Alert,
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Skeleton,
  Stack,
  Typography,
} from "@mui/material";

import { memo } from "react";

import type { Pairing } from "../../../api/pairing";
import { HEADINGS, tape } from "../../../shared/ui/tape";
import type { useSecondScreen } from "./useSecondScreen";

/** In two groups, as it is read out. */
const spaced = (code: string) => `${code.slice(0, 3)} ${code.slice(3)}`;

function Code({ pairing, code }: { pairing: Pairing; code: string }) {
  return (
    <Stack direction={{ xs: "column", sm: "row" }} spacing={3} sx={{ alignItems: "center" }}>
      <Box
        component="img"
        src={pairing.picture}
        alt={`QR code of ${pairing.address} with the code ${code}`}
        sx={{ width: 240, maxWidth: "70vw", flex: "none", display: "block" }}
      />
      <Box>
        <Typography>Point the other device's camera at the picture, or open this address there:</Typography>
        <Typography sx={{ fontWeight: 700, overflowWrap: "anywhere" }}>{pairing.address}</Typography>
        <Typography sx={{ mt: 1.5 }}>and type</Typography>
        <Typography
          data-testid="pairing-code"
          sx={{ fontFamily: HEADINGS, fontWeight: 800, fontSize: "clamp(2.4rem, 9vmin, 4rem)", lineHeight: 1.1 }}>
          {spaced(code)}
        </Typography>
        <Typography color="text.secondary">Good for ten minutes, and for one screen.</Typography>
      </Box>
    </Stack>
  );
}

function OutOfReach() {
  return (
    <Alert severity="warning" variant="outlined" sx={{ color: "text.primary", mb: 2 }}>
      This address works on this machine alone. For a phone, serve Jolly Ladder for the home network (
      <Box component="code">make home</Box>) and open the court at the address that it prints.
    </Alert>
  );
}

function Joined({ isDirect }: { isDirect: boolean }) {
  return (
    <Typography data-testid="paired">
      A second screen is in; nobody else can come in.{" "}
      {isDirect
        ? "The two talk directly: a press is counted at once."
        : "Its presses come by the server and are counted within about a second, at the time they were made; one from the very last second may come too late for a run that ends by the clock."}{" "}
      Either may be put away and come back: nothing is lost, and nothing counts twice.
    </Typography>
  );
}

export const PairDialog = memo(function PairDialog({ second }: { second: ReturnType<typeof useSecondScreen> }) {
  const { pairing, isDirect, isOpening } = second.state;
  return (
    <Dialog open={second.isShown} onClose={second.hide} aria-labelledby="pair-title" maxWidth="sm" fullWidth>
      <DialogTitle id="pair-title">A second screen</DialogTitle>
      <DialogContent tabIndex={0}>
        {second.isRefused && (
          <Alert severity="error" sx={{ mb: 2 }}>
            The server did not answer. The count goes on here; try again in a moment.
          </Alert>
        )}
        {pairing && !pairing.is_joined && pairing.is_out_of_reach && <OutOfReach />}
        {pairing?.code ? (
          <Code pairing={pairing} code={pairing.code} />
        ) : pairing ? (
          <Joined isDirect={isDirect} />
        ) : isOpening ? (
          <Skeleton variant="rectangular" height={240} sx={{ bgcolor: tape.paper, opacity: 0.2 }} />
        ) : (
          <Typography>
            A phone in the hand or a tablet on the wall: big buttons there, the count here. Show a code to let it in.
          </Typography>
        )}
        <Typography color="text.secondary" sx={{ mt: 2 }}>
          It ends with this run, or with the block that the run belongs to; or when you end it.
        </Typography>
      </DialogContent>
      <DialogActions>
        {pairing && (
          <Button color="inherit" onClick={second.end}>
            {pairing.is_joined ? "End the pairing" : "Put the code away"}
          </Button>
        )}
        {!pairing?.code && (
          <Button color="inherit" loading={isOpening} onClick={second.open}>
            {pairing ? "A new code for another screen" : "Show a code"}
          </Button>
        )}
        <Button onClick={second.hide}>Back to the court</Button>
      </DialogActions>
    </Dialog>
  );
});
