import { createTheme } from "@mui/material/styles";

import { court } from "./tape";
import { sharedTheme } from "./theme";

/** Dark, for sun and for dim halls: chalk on slate, the tape's colours lightened. */
export const courtTheme = createTheme(sharedTheme, {
  palette: {
    mode: "dark",
    primary: { main: court.text, contrastText: court.ground },
    secondary: { main: court.mustard, contrastText: court.ground },
    success: { main: court.teal, contrastText: court.ground },
    error: { main: court.coral, contrastText: court.ground },
    warning: { main: court.mustard, contrastText: court.ground },
    background: { default: court.ground, paper: "#1a2340" },
    text: { primary: court.text, secondary: court.dim },
    divider: court.line,
  },
});
