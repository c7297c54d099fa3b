/** The athlete's settings: hand, units, presses, sounds; and the way out. */
import { Alert, Button, FormControlLabel, MenuItem, Slider, Stack, Switch, TextField, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";

import { account, api, ProblemError, unwrap, type Schemas } from "../../api/client";
import { athleteQuery, useChange, type Athlete } from "../../api/queries";
import { forgetDevice } from "../../shared/lib/deviceStore";
import { forgetAll, setOwner } from "../../shared/lib/storage";
import { useWaiting } from "../../shared/lib/usePresses";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { ThisDevice } from "./ThisDevice";
import { Page, Panel, WhyPoint } from "../../shared/ui/Page";

type Changes = Schemas["PatchedAthleteRequest"];

function useSettings() {
  return useChange(
    (body: Changes) => unwrap(api.PATCH("/api/athlete/", { body })),
    ["athlete"],
    ["today"],
    ["ladders"],
    ["proposal"],
  );
}

/** A text that is saved when it is left, not at every letter. */
function Text({
  athlete,
  name,
  label,
  help,
  type = "text",
}: {
  athlete: Athlete;
  name: "display_name" | "timezone" | "double_tap_ms";
  label: string;
  help: string;
  type?: string;
}) {
  const save = useSettings();
  const [value, setValue] = useState(String(athlete[name]));
  const problem = save.error instanceof ProblemError ? (save.error.field(name) ?? save.error.message) : undefined;
  const leave = () => {
    if (value !== String(athlete[name])) save.mutate({ [name]: type === "number" ? Number(value) : value });
  };
  return (
    <TextField
      label={label}
      type={type}
      value={value}
      onChange={(event) => setValue(event.target.value)}
      onBlur={leave}
      error={!!problem}
      helperText={problem ?? help}
    />
  );
}

function Person({ athlete }: { athlete: Athlete }) {
  const save = useSettings();
  return (
    <Panel title="You">
      <Stack spacing={2.5} sx={{ maxWidth: 440 }}>
        <Text athlete={athlete} name="display_name" label="Your name" help="As it stands at the top." />
        <TextField
          select
          label="Strong hand"
          value={athlete.handedness}
          onChange={(event) => save.mutate({ handedness: event.target.value as Athlete["handedness"] })}
          helperText="The other hand goes first, until your record tells which side is the weaker.">
          <MenuItem value="left">Left</MenuItem>
          <MenuItem value="right">Right</MenuItem>
        </TextField>
        <FormControlLabel
          control={<Switch checked={athlete.is_eased} onChange={(_, isEased) => save.mutate({ is_eased: isEased })} />}
          label="Easier on me: what is hard comes shorter, and not two days running"
        />
        <Button component={RouterLink} to="/settings/sides" variant="outlined" sx={{ alignSelf: "flex-start" }}>
          Find your turning side, foot or breath
        </Button>
        <TextField
          select
          label="Units"
          value={athlete.units}
          onChange={(event) => save.mutate({ units: event.target.value as Athlete["units"] })}>
          <MenuItem value="metric">Metres and centimetres</MenuItem>
          <MenuItem value="imperial">Feet and inches</MenuItem>
        </TextField>
        <Text
          athlete={athlete}
          name="timezone"
          label="Time zone"
          help="Your days begin and end by it, as Europe/London."
        />
        {save.error && <ErrorNotice error={save.error} />}
      </Stack>
    </Panel>
  );
}

function CourtSettings({ athlete }: { athlete: Athlete }) {
  const save = useSettings();
  return (
    <Panel title="Court screen">
      <Stack spacing={2.5} sx={{ maxWidth: 440 }}>
        <FormControlLabel
          control={
            <Switch
              checked={athlete.is_mirrored}
              onChange={(_, isMirrored) => save.mutate({ is_mirrored: isMirrored })}
            />
          }
          label="Make on the left half, miss on the right"
        />
        <FormControlLabel
          control={<Switch checked={!athlete.is_muted} onChange={(_, isOn) => save.mutate({ is_muted: !isOn })} />}
          label="Sounds"
        />
        <div>
          <Typography id="volume">Volume</Typography>
          <Slider
            aria-labelledby="volume"
            defaultValue={athlete.volume}
            disabled={athlete.is_muted}
            onChangeCommitted={(_, volume) => save.mutate({ volume })}
          />
        </div>
        <Text
          athlete={athlete}
          name="double_tap_ms"
          type="number"
          label="Count once within (ms)"
          help="Two presses of one kind closer than this count once. 80 is usual, 0 counts every press. Runs already begun keep theirs."
        />
        {save.error && <ErrorNotice error={save.error} />}
      </Stack>
    </Panel>
  );
}

function SignOut() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const waiting = useWaiting("has", "have");
  const [isAsking, setIsAsking] = useState(false);
  const leave = async () => {
    // The server answers 401 to say that nobody is signed in any more: that is the wish, not a fault.
    await account.DELETE("/_allauth/{client}/v1/auth/session", { params: { path: { client: "browser" } } });
    // Whoever signs in next on this device finds nothing of this athlete's.
    await forgetDevice();
    forgetAll();
    setOwner("");
    client.clear();
    await navigate("/welcome", { replace: true });
  };
  if (isAsking && waiting) {
    return (
      <Alert
        severity="warning"
        variant="outlined"
        sx={{ color: "text.primary" }}
        action={
          <Button color="inherit" onClick={() => void leave()}>
            Sign out all the same
          </Button>
        }>
        {waiting} not reached the server yet. Signing out forgets them; stay signed in until the connection is back, and
        they are sent by themselves.
      </Alert>
    );
  }
  return (
    <Button
      variant="outlined"
      sx={{ alignSelf: "flex-start" }}
      onClick={() => (waiting ? setIsAsking(true) : void leave())}>
      Sign out
    </Button>
  );
}

export default function SettingsPage() {
  const query = useQuery(athleteQuery);
  const why = (
    <WhyPoint title="Sides">
      Ladders with sides ask for each side on its own, the weaker one first: it is the one that gets left out. Which one
      it is, your record tells.
    </WhyPoint>
  );
  return (
    <Page title="Settings" lead="Changes are kept as you make them." why={why}>
      <Loaded query={query}>
        {(athlete) => (
          <>
            <Person athlete={athlete} />
            <CourtSettings athlete={athlete} />
            <Panel title="Record and account">
              <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1.5 }}>
                <Button component={RouterLink} to="/settings/record" variant="outlined">
                  Take it out, or bring one in
                </Button>
                <Button component={RouterLink} to="/settings/account" variant="outlined">
                  Password, devices, deleting it
                </Button>
              </Stack>
            </Panel>
            <ThisDevice />
            <SignOut />
          </>
        )}
      </Loaded>
    </Page>
  );
}
