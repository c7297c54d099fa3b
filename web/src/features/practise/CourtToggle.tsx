/** A choice on the court that is on or off; once pressed it gives the keys back to the count. */
import { ToggleButton } from "@mui/material";
import type { ReactNode } from "react";

import { court } from "../../shared/ui/tape";

interface CourtToggleProps {
  value: string;
  isOn: boolean;
  onToggle: () => void;
  children: ReactNode;
}

export function CourtToggle({ value, isOn, onToggle, children }: CourtToggleProps) {
  return (
    <ToggleButton
      value={value}
      size="small"
      selected={isOn}
      onClick={({ currentTarget }) => {
        onToggle();
        currentTarget.blur(); // Else the key that starts would press it again.
      }}
      sx={{
        color: court.text,
        px: 1.5,
        minHeight: 40,
        "&.Mui-selected, &.Mui-selected:hover": { bgcolor: court.teal, color: court.ground },
      }}>
      {isOn && "✓ "}
      {children}
    </ToggleButton>
  );
}
