/** What a threshold asks of the runs: conditions that are put in and taken out where they stand; all of them must hold. */
import { Box, Stack, ToggleButton, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import type { ProblemError, Schemas } from "../../../api/client";
import { conditionsQuery } from "../../../api/queries";
import { SettingFields } from "../game/SettingFields";
import { defaultsOf, withMetrics, type Settings, type SettingsSchema } from "../game/schema";

type Asked = Schemas["Threshold"]["conditions"];

interface ConditionsProps {
  asked: Asked;
  /** The numbers that may be asked for beside the first one. */
  metrics: { id: string; title: string }[];
  problem: ProblemError | null;
  onChange: (asked: Asked) => void;
}

export function Conditions({ asked, metrics, problem, onChange }: ConditionsProps) {
  const { data = [] } = useQuery(conditionsQuery);
  const kinds = data
    .map((kind) => ({ ...kind, schema: withMetrics(kind.settings_schema as SettingsSchema, metrics) }))
    .filter(({ schema }) => Object.values(schema.properties).every((each) => !each["x-metric"] || each.default));
  const isLast = Object.keys(asked).length === 1;
  const toggle = ({ id, schema }: (typeof kinds)[number]) => {
    const { [id]: taken, ...others } = asked;
    onChange(taken ? others : { ...asked, [id]: defaultsOf(schema) });
  };
  return (
    <Stack spacing={1.5}>
      <Stack direction="row" role="group" aria-label="What is asked of the runs" sx={{ gap: 1, flexWrap: "wrap" }}>
        {kinds.map((kind) => (
          <ToggleButton
            key={kind.id}
            value={kind.id}
            size="small"
            selected={kind.id in asked}
            // Something has to be asked.
            disabled={isLast && kind.id in asked}
            onChange={() => toggle(kind)}
            sx={{ color: "text.primary", "&.Mui-selected.Mui-disabled": { color: "text.primary" } }}>
            {kind.id in asked && "✓ "}
            {kind.title}
          </ToggleButton>
        ))}
      </Stack>
      {kinds
        .filter(({ id }) => id in asked)
        .map(({ id, title, meaning, schema }) => (
          <Box
            key={id}
            role="group"
            aria-label={title}
            sx={{ borderLeft: "6px solid", borderColor: "divider", pl: 2, pt: 0.5 }}>
            <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
              {meaning}
            </Typography>
            <Box sx={{ display: "grid", gap: 1.5, gridTemplateColumns: "repeat(auto-fit, minmax(150px, 1fr))" }}>
              <SettingFields
                schema={schema}
                settings={asked[id] as Settings}
                problemAt={(...loc) => problem?.field("conditions", id, ...loc)}
                onChange={(settings) => onChange({ ...asked, [id]: settings })}
              />
            </Box>
          </Box>
        ))}
    </Stack>
  );
}
