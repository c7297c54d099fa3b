/** The target tuner, where a mark is typed: what it costs at today's rate, and marks that would be safe or a stretch. */
import { Box, Button, MenuItem, Stack, TextField, Typography } from "@mui/material";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";

import { tunerQuery } from "../../api/queries";
import { capital } from "../../shared/lib/format";

const MINUTES = [2, 5, 10, 15, 20, 30, 45, 60];

interface TunerProps {
  rungId: number;
  metric: string;
  mark: number;
  onMark: (mark: number) => void;
}

export function Tuner({ rungId, metric, mark, onMark }: TunerProps) {
  const [minutes, setMinutes] = useState(10);
  const asked = useDeferredValue({ metric, mark, minutes });
  const tuner = useQuery({ ...tunerQuery(rungId, asked), placeholderData: keepPreviousData });
  const sides = tuner.data ?? [];
  const offers = [...new Set(sides.flatMap(({ safe, stretch }) => [safe, stretch]))].filter(
    (each) => each !== null && each !== mark,
  );
  return (
    <Box
      component="section"
      aria-label="Target tuner"
      sx={{ borderLeft: "6px solid", borderColor: "warning.main", pl: 2 }}>
      <Stack spacing={1.25}>
        {sides.map((each) => (
          <Typography key={each.side} variant="body2" sx={{ minHeight: 60 }}>
            {each.side_words && <b>{capital(each.side_words)}. </b>}
            {each.words.join(" ")}
          </Typography>
        ))}
        <Stack direction="row" sx={{ gap: 1, pt: 0.75, flexWrap: "wrap", alignItems: "center" }}>
          <TextField
            select
            size="small"
            label="Minutes there are"
            value={minutes}
            onChange={(event) => setMinutes(Number(event.target.value))}
            sx={{ width: 150 }}>
            {MINUTES.map((each) => (
              <MenuItem key={each} value={each}>
                {each}
              </MenuItem>
            ))}
          </TextField>
          {offers.map((offer) => (
            <Button key={offer} variant="outlined" onClick={() => offer !== null && onMark(offer)}>
              Make it {offer}
            </Button>
          ))}
        </Stack>
      </Stack>
    </Box>
  );
}
