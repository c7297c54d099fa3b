/** The way in: sign in, sign up, or, in the demo, one press. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useState, type SubmitEvent } from "react";
import { Navigate, useLocation, useNavigate } from "react-router";

import { account, api, ProblemError, unwrap } from "../../api/client";
import { athleteQuery } from "../../api/queries";
import { LadderDrawing } from "../../shared/ui/LadderDrawing";
import { ErrorNotice, Skeletons } from "../../shared/ui/Loaded";
import { TapeHeading, useTitle } from "../../shared/ui/Page";
import { Field } from "./Field";

/** The rarer doors are no part of the first view. */
const ForgottenForm = lazy(() => import("./ForgottenForm").then((module) => ({ default: module.ForgottenForm })));
const FirstCodes = lazy(() =>
  import("../../shared/ui/RecoveryCodes").then((module) => ({ default: module.FirstCodes })),
);

const IS_DEMO = document.documentElement.dataset["demo"] === "yes";
const CLIENT = { params: { path: { client: "browser" as const } } };

interface Names {
  username: string;
  password: string;
}

async function signIn(body: Names) {
  await unwrap(account.POST("/_allauth/{client}/v1/auth/login", { ...CLIENT, body }));
}

async function signUp(body: Names) {
  // The schema also asks for an e-mail address, which this server does not.
  await unwrap(
    account.POST("/_allauth/{client}/v1/auth/signup", { ...CLIENT, body: body as Names & { email: string } }),
  );
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  // A zone that the server does not know leaves the athlete on UTC, to be changed in the settings.
  await api.PATCH("/api/athlete/", { body: { timezone: timeZone } });
}

/** After any way in: forget what was read as nobody, and go where the athlete was going. */
function useWayIn<Input>(enter: (input: Input) => Promise<unknown>) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const state = useLocation().state as { from?: string } | null;
  return useMutation({
    mutationFn: enter,
    onSuccess: async () => {
      client.clear();
      await navigate(state?.from ?? "/", { replace: true });
    },
  });
}

function NamesForm({ isNew, onSignUp }: { isNew: boolean; onSignUp: () => void }) {
  const [names, setNames] = useState<Names>({ username: "", password: "" });
  const signedIn = useWayIn(signIn);
  const signedUp = useMutation({ mutationFn: signUp, onSuccess: onSignUp });
  const way = isNew ? signedUp : signedIn;
  const problem = way.error instanceof ProblemError ? way.error : null;
  const isFieldProblem = !!(problem?.field("username") ?? problem?.field("password"));
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    way.mutate(names);
  };
  return (
    <Stack component="form" spacing={2} onSubmit={submit}>
      <Field
        name="username"
        label="Name to sign in with"
        autoComplete="username"
        value={names.username}
        fault={problem?.field("username")}
        onChange={(username) => setNames({ ...names, username })}
      />
      <Field
        name="password"
        label="Password"
        autoComplete={isNew ? "new-password" : "current-password"}
        value={names.password}
        fault={problem?.field("password")}
        help={isNew ? "Eight characters or more." : undefined}
        onChange={(password) => setNames({ ...names, password })}
      />
      {way.error && !isFieldProblem && <ErrorNotice error={way.error} />}
      <Button type="submit" variant="contained" loading={way.isPending}>
        {isNew ? "Sign up" : "Sign in"}
      </Button>
    </Stack>
  );
}

function DemoDoor() {
  const way = useWayIn<unknown>(() => unwrap(api.POST("/api/demo/enter/")));
  return (
    <Stack spacing={1} sx={{ borderLeft: "6px solid", borderColor: "warning.main", pl: 2 }}>
      <Typography>This is the demo. Wren Talloway has left nine months of practice here to look around in.</Typography>
      <Button
        variant="contained"
        color="warning"
        size="large"
        onClick={() => way.mutate(null)}
        loading={way.isPending}
        sx={{ alignSelf: "flex-start" }}>
        Enter as the demo athlete
      </Button>
      {way.error && <ErrorNotice error={way.error} />}
    </Stack>
  );
}

type Door = "sign in" | "sign up" | "forgotten" | "codes";

function Doors() {
  const [door, setDoor] = useState<Door>("sign in");
  const goOn = useWayIn<undefined>(() => Promise.resolve());
  if (door === "codes") return <FirstCodes onDone={() => goOn.mutate(undefined)} />;
  if (door === "forgotten") {
    return (
      <Stack spacing={2}>
        <Typography variant="h2">Forgotten password</Typography>
        <ForgottenForm onDone={() => setDoor("sign in")} />
        <Button onClick={() => setDoor("sign in")}>Back to signing in</Button>
      </Stack>
    );
  }
  const isNew = door === "sign up";
  return (
    <Stack spacing={2}>
      <Typography variant="h2">{isNew ? "Sign up" : "Sign in"}</Typography>
      <NamesForm key={door} isNew={isNew} onSignUp={() => setDoor("codes")} />
      <Button onClick={() => setDoor(isNew ? "sign in" : "sign up")}>
        {isNew ? "I have an account: sign in" : "I am new here: sign up"}
      </Button>
      {!isNew && <Button onClick={() => setDoor("forgotten")}>I forgot my password</Button>}
    </Stack>
  );
}

export default function WelcomePage() {
  const athlete = useQuery(athleteQuery);
  const state = useLocation().state as { from?: string } | null;
  useTitle("Welcome");
  // Whoever is in already is shown in: another sign-in here would only be refused.
  if (athlete.data) return <Navigate to={state?.from ?? "/"} replace />;
  return (
    <Box
      component="main"
      sx={{
        maxWidth: 1000,
        mx: "auto",
        p: { xs: 3, md: 6 },
        display: "grid",
        gap: { xs: 4, md: 8 },
        gridTemplateColumns: { xs: "1fr", md: "1fr 380px" },
      }}>
      <Stack spacing={3}>
        <Box>
          <TapeHeading>You play. We count.</TapeHeading>
        </Box>
        <Typography sx={{ fontSize: "1.15rem", maxWidth: 480 }}>
          Jolly Ladder plans your solo practice, counts while your hands are busy, and tells you, with reasons, when a
          drill is ready for the next rung.
        </Typography>
        {IS_DEMO && <DemoDoor />}
        <Box sx={{ display: { xs: "none", md: "block" } }}>
          <LadderDrawing
            rungs={5}
            held={2}
            share={0.6}
            width={150}
            step={42}
            label="A ladder with the marker on the second of five rungs"
          />
        </Box>
      </Stack>
      <Suspense fallback={<Skeletons />}>
        <Doors />
      </Suspense>
    </Box>
  );
}
