/** One-time codes for a forgotten password: shown once, to be written down or printed. */
import { Alert, Box, Button, Stack, Typography } from "@mui/material";
import { useEffect, useRef } from "react";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { ErrorNotice } from "./Loaded";

export function CodeList({ codes }: { codes: string[] }) {
  return (
    <Stack spacing={1.5}>
      <Typography>
        If you forget your password, one of these sets a new one. Each works once. There is no other way back: write
        them down, or print this page, and keep it where your password is not.
      </Typography>
      <Box
        component="ol"
        aria-label="One-time codes"
        sx={{
          listStyle: "none",
          m: 0,
          p: 0,
          display: "grid",
          gap: 0.5,
          gridTemplateColumns: { xs: "1fr", sm: "1fr 1fr" },
          fontSize: "1.25rem",
          fontFamily: "ui-monospace, monospace",
        }}>
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </Box>
      <Button className="no-print" variant="outlined" onClick={() => window.print()} sx={{ alignSelf: "flex-start" }}>
        Print them
      </Button>
    </Stack>
  );
}

function useNewCodes() {
  return useChange(() => unwrap(api.POST("/api/recovery-codes/")));
}

/** After signing up: the codes first, and then on to where one was going. */
export function FirstCodes({ onDone }: { onDone: () => void }) {
  const make = useNewCodes();
  const hasAsked = useRef(false);
  const { mutate } = make;
  useEffect(() => {
    if (hasAsked.current) return;
    hasAsked.current = true;
    mutate(undefined);
  }, [mutate]);
  return (
    <Stack spacing={2}>
      <Typography variant="h2">Your codes for a forgotten password</Typography>
      {make.data ? (
        <CodeList codes={make.data.codes} />
      ) : make.error ? (
        <ErrorNotice error={make.error} onRetry={() => mutate(undefined)} />
      ) : (
        <Typography role="status">They are being made …</Typography>
      )}
      <Button
        className="no-print"
        variant="contained"
        color="success"
        onClick={onDone}
        disabled={!make.data && !make.error}>
        I have them: go on
      </Button>
    </Stack>
  );
}

/** New codes in place of those before, from the settings. */
export function NewCodes() {
  const make = useNewCodes();
  return (
    <Stack spacing={2}>
      {make.data ? (
        <CodeList codes={make.data.codes} />
      ) : (
        <Alert
          severity="info"
          variant="outlined"
          sx={{ color: "text.primary" }}
          action={
            <Button color="inherit" loading={make.isPending} onClick={() => make.mutate(undefined)}>
              Make new ones
            </Button>
          }>
          Six one-time codes bring you back when you forget your password. New ones take the place of those you have.
        </Alert>
      )}
      {make.error && <ErrorNotice error={make.error} />}
    </Stack>
  );
}
