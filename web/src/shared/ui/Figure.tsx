/** A number with its company: it is never shown alone. */
import { Box, Typography } from "@mui/material";
import type { ReactNode } from "react";
import { HEADINGS } from "./tape";

interface FigureProps {
  value: ReactNode;
  label: ReactNode;
  beside?: ReactNode;
  size?: "large" | "medium";
}

export function Figure({ value, label, beside, size = "medium" }: FigureProps) {
  return (
    <Box sx={{ minWidth: 0 }}>
      <Typography
        component="p"
        sx={{
          fontFamily: HEADINGS,
          fontWeight: 750,
          fontVariantNumeric: "tabular-nums",
          fontSize: size === "large" ? "clamp(3rem, 2rem + 5vw, 5.500rem)" : "1.75rem",
          lineHeight: 1,
        }}>
        {value}
      </Typography>
      <Typography sx={{ fontWeight: 600 }}>{label}</Typography>
      {beside && (
        <Typography variant="body2" color="text.secondary">
          {beside}
        </Typography>
      )}
    </Box>
  );
}
