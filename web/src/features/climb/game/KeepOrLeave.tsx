/** The foot of an editor: keep what was written, or leave the ladder as it was. */
import { Button, Stack } from "@mui/material";
import { Link as RouterLink } from "react-router";

interface KeepOrLeaveProps {
  word: string;
  ladderId: number;
  isOff?: boolean;
  isKeeping: boolean;
  onKeep: () => void;
}

export function KeepOrLeave({ word, ladderId, isOff = false, isKeeping, onKeep }: KeepOrLeaveProps) {
  return (
    <Stack direction="row" sx={{ gap: 1.5 }}>
      <Button variant="contained" color="success" size="large" disabled={isOff} loading={isKeeping} onClick={onKeep}>
        {word}
      </Button>
      <Button component={RouterLink} to={`/climb/${ladderId}`} size="large">
        Leave it as it was
      </Button>
    </Stack>
  );
}
