/** The account: its password, where it is signed in, and the way out. */
import { Alert, Button, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { Link as RouterLink } from "react-router";

import { api, ProblemError, unwrap, type Schemas } from "../../api/client";
import { useChange } from "../../api/queries";
import { showMoment } from "../../shared/lib/format";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";
import { NewCodes } from "../../shared/ui/RecoveryCodes";

const SIGN_INS = { queryKey: ["sign-ins"], queryFn: () => unwrap(api.GET("/api/sign-ins/")) };
const LEAVING = { queryKey: ["leaving"], queryFn: () => unwrap(api.GET("/api/leaving/")) };

/** What was wrong with one field, where an error says so. */
const wrongWith = (error: Error | null, field: string) =>
  error instanceof ProblemError ? error.field(field) : undefined;

interface PasswordFieldProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  wrong: string | undefined;
  words?: string;
  isNew?: boolean;
}

function PasswordField({ label, value, onChange, wrong, words, isNew = false }: PasswordFieldProps) {
  return (
    <TextField
      label={label}
      type="password"
      autoComplete={isNew ? "new-password" : "current-password"}
      value={value}
      onChange={({ target }) => onChange(target.value)}
      error={!!wrong}
      helperText={wrong ?? words}
    />
  );
}

function Password() {
  const [password, setPassword] = useState("");
  const [fresh, setFresh] = useState("");
  const change = useChange(() => unwrap(api.PUT("/api/password/", { body: { password, new: fresh } })), ["sign-ins"]);
  const isFieldAtFault = !!wrongWith(change.error, "password") || !!wrongWith(change.error, "new");
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    change.mutate(undefined, {
      onSuccess: () => {
        setPassword("");
        setFresh("");
      },
    });
  };
  return (
    <Panel title="Your password">
      <Stack component="form" spacing={2} onSubmit={submit} sx={{ maxWidth: 440 }}>
        <PasswordField
          label="Password now"
          value={password}
          onChange={setPassword}
          wrong={wrongWith(change.error, "password")}
        />
        <PasswordField
          isNew
          label="New password"
          value={fresh}
          onChange={setFresh}
          wrong={wrongWith(change.error, "new")}
          words="All other devices have to sign in again."
        />
        <Button
          type="submit"
          variant="outlined"
          disabled={!password || !fresh}
          loading={change.isPending}
          sx={{ alignSelf: "flex-start" }}>
          Change the password
        </Button>
        {change.isSuccess && (
          <Alert severity="success">The password is changed; all other devices are signed out.</Alert>
        )}
        {change.error && !isFieldAtFault && <ErrorNotice error={change.error} />}
      </Stack>
    </Panel>
  );
}

function SignIns() {
  const query = useQuery(SIGN_INS);
  const end = useChange(
    (id: number) => unwrap(api.DELETE("/api/sign-ins/{sign_in_id}/", { params: { path: { sign_in_id: id } } })),
    ["sign-ins"],
  );
  const endOthers = useChange(() => unwrap(api.DELETE("/api/sign-ins/")), ["sign-ins"]);
  return (
    <Panel title="Where you are signed in">
      <Loaded query={query}>
        {(signIns) => (
          <Stack spacing={1.5}>
            {signIns.length === 0 && <Typography>Here. Others are listed from their next signing in on.</Typography>}
            {signIns.map((each) => (
              <Stack key={each.id} direction="row" sx={{ alignItems: "center", flexWrap: "wrap", gap: 1.5 }}>
                <Typography sx={{ flex: "1 1 220px" }}>
                  {each.words}, since {showMoment(Date.parse(each.at))}
                </Typography>
                {each.is_here ? (
                  <Typography color="text.secondary">this one</Typography>
                ) : (
                  <Button
                    size="small"
                    aria-label={`End it: ${each.words}, since ${showMoment(Date.parse(each.at))}`}
                    onClick={() => end.mutate(each.id)}>
                    End it
                  </Button>
                )}
              </Stack>
            ))}
            {signIns.some((each) => !each.is_here) && (
              <Button variant="outlined" sx={{ alignSelf: "flex-start" }} onClick={() => endOthers.mutate(undefined)}>
                End all others
              </Button>
            )}
            {end.error && <ErrorNotice error={end.error} />}
          </Stack>
        )}
      </Loaded>
    </Panel>
  );
}

function Leaving() {
  const query = useQuery(LEAVING);
  return (
    <Panel title="Delete the account">
      <Loaded query={query}>
        {(leaving) => (leaving.leaves_at ? <Stay leavesAt={leaving.leaves_at} /> : <Leave leaving={leaving} />)}
      </Loaded>
    </Panel>
  );
}

function Stay({ leavesAt }: { leavesAt: string }) {
  const stay = useChange(() => unwrap(api.DELETE("/api/leaving/")), ["leaving"]);
  return (
    <Alert
      severity="warning"
      variant="outlined"
      sx={{ color: "text.primary" }}
      action={
        <Button color="inherit" onClick={() => stay.mutate(undefined)}>
          Keep it
        </Button>
      }>
      This account and everything in it is deleted on {showMoment(Date.parse(leavesAt))}. Until then you can keep it.
    </Alert>
  );
}

function Leave({ leaving }: { leaving: Schemas["Leaving"] }) {
  const [password, setPassword] = useState("");
  const leave = useChange(() => unwrap(api.PUT("/api/leaving/", { body: { password } })), ["leaving"]);
  const wrong = wrongWith(leave.error, "password");
  if (!leaving.has_taken_out) {
    return (
      <Typography>
        First <RouterLink to="/settings/record">take your whole record out</RouterLink>: once the account is gone,
        nobody can bring it back but you with that file.
      </Typography>
    );
  }
  return (
    <Stack
      component="form"
      spacing={2}
      sx={{ maxWidth: 440 }}
      onSubmit={(event: SubmitEvent) => {
        event.preventDefault();
        leave.mutate(undefined);
      }}>
      <Typography>
        You have your record. The account is deleted in a week, with everything in it; until then you can take that
        back.
      </Typography>
      <PasswordField label="Your password" value={password} onChange={setPassword} wrong={wrong} />
      <Button
        type="submit"
        color="error"
        variant="outlined"
        disabled={!password}
        loading={leave.isPending}
        sx={{ alignSelf: "flex-start" }}>
        Delete the account in a week
      </Button>
      {leave.error && !wrong && <ErrorNotice error={leave.error} />}
    </Stack>
  );
}

export default function AccountPage() {
  const why = (
    <WhyPoint title="Why a week">
      A record of years is deleted in a moment and never made again. A week leaves time for second thoughts.
    </WhyPoint>
  );
  return (
    <Page title="Account" lead="Your password, your devices, and the way out." why={why}>
      <Password />
      <Panel title="If you forget it">
        <NewCodes />
      </Panel>
      <SignIns />
      <Leaving />
    </Page>
  );
}
