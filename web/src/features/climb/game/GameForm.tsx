/** The game of a rung, edited: which one, its settings from its published schema, and what the rules say to them. */
import { Alert, Box, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { layoutQuery } from "../../../api/setup";
import { targetNames } from "../../../shared/board/targets";
import { showMinutes } from "../../../shared/lib/format";
import { LeversField } from "./LeversField";
import { PatternPicker } from "./PatternPicker";
import { SettingFields } from "./SettingFields";
import { defaultsOf, type SettingsSchema } from "./schema";
import type { Challenge, Draft, useGame } from "./useGame";

const MOST_CUES = 2;

function useTargets(layoutId: number | undefined): string[] {
  const layout = useQuery({ ...layoutQuery(layoutId ?? 0), enabled: layoutId !== undefined });
  return targetNames(layout.data?.zones ?? []);
}

function Words({ draft, setDraft, goalWords }: { draft: Draft; setDraft: (draft: Draft) => void; goalWords: string }) {
  const cues = [...draft.cues, "", ""].slice(0, MOST_CUES);
  return (
    <>
      <TextField
        label="Name of the rung"
        value={draft.title}
        placeholder={goalWords}
        helperText="Left empty, it is called after its levers, or after its game."
        onChange={(event) => setDraft({ ...draft, title: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 120 } }}
      />
      <TextField
        label="Set-up"
        multiline
        minRows={2}
        value={draft.setUp}
        onChange={(event) => setDraft({ ...draft, setUp: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      <LeversField levers={draft.levers} onChange={(levers) => setDraft({ ...draft, levers })} />
      <Box sx={{ display: "grid", gap: 1, gridTemplateColumns: { xs: "1fr", sm: "1fr 1fr" } }}>
        {cues.map((cue, place) => (
          <TextField
            key={place}
            size="small"
            label={`Cue ${place + 1}`}
            value={cue}
            onChange={(event) =>
              setDraft({ ...draft, cues: cues.map((each, index) => (index === place ? event.target.value : each)) })
            }
            slotProps={{ htmlInput: { maxLength: 60 } }}
          />
        ))}
      </Box>
    </>
  );
}

interface GameFormProps {
  game: ReturnType<typeof useGame>;
  challenges: Challenge[];
  /** The layout whose targets it is played at. */
  layoutId: number | undefined;
}

export function GameForm({ game, challenges, layoutId }: GameFormProps) {
  const { draft, setDraft, checked, problem, problemAt } = game;
  const targets = useTargets(layoutId);
  const challenge = challenges.find((each) => each.id === draft.format);
  if (!challenge) return null;
  const schema = challenge.settings_schema as SettingsSchema;
  const choose = (format: string) => {
    const chosen = challenges.find((each) => each.id === format);
    if (chosen) setDraft({ ...draft, format, settings: defaultsOf(chosen.settings_schema as SettingsSchema) });
  };
  return (
    <Stack spacing={2.5} sx={{ maxWidth: 760 }}>
      <TextField
        select
        label="Game"
        value={draft.format}
        onChange={(event) => choose(event.target.value)}
        helperText={challenge.game}>
        {challenges.map((each) => (
          <MenuItem key={each.id} value={each.id}>
            {each.title}
          </MenuItem>
        ))}
      </TextField>
      <SettingFields
        schema={schema}
        settings={draft.settings}
        problemAt={problemAt}
        targets={targets}
        onChange={(settings) => setDraft({ ...draft, settings })}
      />
      {draft.format === "pattern" && (
        <PatternPicker
          zones={(draft.settings["zones"] ?? []) as string[]}
          written={(draft.settings["pattern"] ?? "") as string}
          onPick={(pattern) => setDraft({ ...draft, settings: { ...draft.settings, pattern } })}
        />
      )}
      {/* What is wrong with a setting stands at the setting. */}
      {problem && problem.errors.every((error) => error.loc[0] !== "settings") && (
        <Alert severity="error" variant="outlined" sx={{ color: "text.primary" }}>
          {problem.detail}
        </Alert>
      )}
      {checked && (
        <Typography role="status">
          <b>{checked.goal_words}.</b> {checked.rule} About {showMinutes(checked.expected_s)} for one run,{" "}
          {showMinutes(checked.low_s)} to {showMinutes(checked.high_s)}.
        </Typography>
      )}
      <Words draft={draft} setDraft={setDraft} goalWords={checked?.goal_words ?? ""} />
    </Stack>
  );
}
