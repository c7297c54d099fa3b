/** The second screen: comes in by a code, presses for the court, and shows its count. It needs no account. */
import { Alert, Box, Button, CssBaseline, Stack, TextField, ThemeProvider, Typography } from "@mui/material";
import { useMutation } from "@tanstack/react-query";
import { useEffect, useState, useSyncExternalStore, type SubmitEvent } from "react";
import { useLocation } from "react-router";

import { ErrorNotice, Skeletons } from "../../../shared/ui/Loaded";
import { TapeHeading, useTitle } from "../../../shared/ui/Page";
import { courtTheme } from "../../../shared/ui/courtTheme";
import { HandCourt } from "./HandCourt";
import { HandEnd } from "./handEnd";

const LONGEST_CODE = 12;

function ComeIn({ first, onIn }: { first: string; onIn: (end: HandEnd) => void }) {
  const [code, setCode] = useState(first);
  const coming = useMutation({ mutationFn: () => HandEnd.comeIn(code), onSuccess: onIn });
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    coming.mutate();
  };
  return (
    <Stack component="form" spacing={2.5} onSubmit={submit}>
      <Typography>
        Press Pair on the court of a run, and type in the code that it shows. This screen then has the big buttons, and
        the count is kept there.
      </Typography>
      <TextField
        label="Code on the court"
        value={code}
        onChange={({ target }) => setCode(target.value)}
        autoComplete="off"
        slotProps={{
          htmlInput: {
            maxLength: LONGEST_CODE,
            autoCapitalize: "characters",
            spellCheck: false,
            style: { fontSize: "2rem", letterSpacing: "0.15em", textTransform: "uppercase" },
          },
        }}
      />
      {coming.error && <ErrorNotice error={coming.error} />}
      <Button
        type="submit"
        variant="contained"
        color="success"
        loading={coming.isPending}
        sx={{ fontSize: "1.3rem", py: 1.5 }}>
        Come in
      </Button>
    </Stack>
  );
}

function Inside({ end, onOut }: { end: HandEnd; onOut: () => void }) {
  const state = useSyncExternalStore(end.subscribe, end.read);
  useEffect(() => {
    end.begin();
    return () => end.putAway();
  }, [end]);
  if (state.isEnded)
    return (
      <Middle>
        <Alert severity="info" variant="outlined" sx={{ color: "text.primary" }}>
          The pairing has ended. What was pressed here is counted on the court.
        </Alert>
        <Button variant="contained" onClick={onOut}>
          Come in with a new code
        </Button>
      </Middle>
    );
  if (!state.hand)
    return state.isCutOff ? (
      <Middle>
        <Alert severity="warning" variant="outlined" sx={{ color: "text.primary" }}>
          No connection. This screen tries again by itself.
        </Alert>
      </Middle>
    ) : (
      <Skeletons />
    );
  return <HandCourt end={end} hand={state.hand} state={state} />;
}

function Middle({ children }: { children: React.ReactNode }) {
  return (
    <Box component="main" sx={{ minHeight: "100dvh", display: "grid", placeItems: "center", p: 2 }}>
      <Stack spacing={2.5} sx={{ alignItems: "stretch", maxWidth: 460, width: "100%" }}>
        <div>
          <TapeHeading>A second screen</TapeHeading>
        </div>
        {children}
      </Stack>
    </Box>
  );
}

export default function HandPage() {
  const { hash } = useLocation();
  const [end, setEnd] = useState<HandEnd | null>(() => (hash.length > 1 ? null : HandEnd.comeBack()));
  useTitle("Second screen");
  const come = (known: HandEnd) => {
    setEnd(known);
    // The code is used up: a reload comes back, and does not come in again.
    window.history.replaceState(window.history.state, "", "/hand");
  };
  return (
    <ThemeProvider theme={courtTheme}>
      <CssBaseline />
      {end ? (
        <Inside end={end} onOut={() => setEnd(null)} />
      ) : (
        <Middle>
          <ComeIn first={decodeURIComponent(hash.slice(1))} onIn={come} />
        </Middle>
      )}
    </ThemeProvider>
  );
}
