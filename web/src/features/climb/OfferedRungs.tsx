/** Steps that the rung maker offers, each with what is foretold there and the way onto the ladder. */
import { Box, Button, Stack, Typography } from "@mui/material";
import type { ReactNode } from "react";

import { ErrorNotice } from "../../shared/ui/Loaded";

interface OfferedRung {
  key: string;
  /** What is moved to what. */
  words: string;
  shown: ReactNode;
  onAdd: () => void;
}

interface OfferedRungsProps {
  /** What the section is called to a screen reader. */
  name: string;
  title: string;
  offers: OfferedRung[];
  isAdding: boolean;
  error: Error | null;
}

export function OfferedRungs({ name, title, offers, isAdding, error }: OfferedRungsProps) {
  if (offers.length === 0) return null;
  return (
    <Box
      component="section"
      aria-label={name}
      sx={{ my: 1.5, pl: 1.5, borderLeft: "4px dotted", borderColor: "divider" }}>
      <Typography variant="h3">{title}</Typography>
      <Stack spacing={0.75} sx={{ mt: 0.5 }}>
        {offers.map(({ key, words, shown, onAdd }) => (
          <Stack key={key} direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
            <Typography sx={{ flex: "1 1 240px" }}>{shown}</Typography>
            <Button
              size="small"
              variant="outlined"
              loading={isAdding}
              onClick={onAdd}
              aria-label={`Put it on the ladder: ${words}`}>
              Put it on the ladder
            </Button>
          </Stack>
        ))}
      </Stack>
      {error && <ErrorNotice error={error} />}
    </Box>
  );
}
