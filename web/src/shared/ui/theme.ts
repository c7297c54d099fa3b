/** Tape, chalk and timber: our own colours and type over MUI. Two modes: paper, and the dark court (``courtTheme``). */
import { createTheme, type ThemeOptions } from "@mui/material/styles";

import { tape } from "./tape";

const HEADINGS = '"Bricolage Grotesque Variable", "Trebuchet MS", sans-serif';
const TEXT = '"Atkinson Hyperlegible Next Variable", "Verdana", sans-serif';

export const sharedTheme: ThemeOptions = {
  shape: { borderRadius: 3 },
  typography: {
    fontFamily: TEXT,
    h1: { fontFamily: HEADINGS, fontWeight: 750, fontSize: "clamp(1.7rem, 1.3rem + 1.6vw, 2.5rem)", lineHeight: 1.1 },
    h2: { fontFamily: HEADINGS, fontWeight: 700, fontSize: "1.3rem", lineHeight: 1.2 },
    h3: { fontFamily: HEADINGS, fontWeight: 650, fontSize: "1.05rem" },
    button: { fontFamily: HEADINGS, fontWeight: 650, textTransform: "none", fontSize: "1rem" },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: {
          minHeight: 44,
          borderRadius: 2,
          "&.Mui-focusVisible": { outline: "3px solid currentColor", outlineOffset: 2 },
        },
      },
    },
    MuiLink: { defaultProps: { underline: "always" } },
    // Unlike "anywhere", this does not count towards a cell's least width, so that numbers are not broken.
    MuiTableCell: { styleOverrides: { root: { overflowWrap: "break-word" } } },
    MuiTooltip: { defaultProps: { arrow: true } },
    MuiCssBaseline: {
      styleOverrides: {
        a: { color: "inherit" },
        body: { fontVariantNumeric: "tabular-nums", overflowWrap: "anywhere" },
        ":focus-visible": { outline: `3px solid ${tape.plum}`, outlineOffset: 2 },
        "@media (prefers-reduced-motion: reduce)": {
          "*, *::before, *::after": { animation: "none !important", transition: "none !important" },
        },
        "@media print": {
          "header, nav, .no-print": { display: "none !important" },
          // What scrolls on a screen stands on paper as a whole.
          ".scrolls": { maxHeight: "none !important", overflow: "visible !important" },
          body: { background: "white" },
        },
      },
    },
  },
};

export const paperTheme = createTheme(sharedTheme, {
  palette: {
    mode: "light",
    primary: { main: tape.ink, dark: "#0f1730", contrastText: tape.paper },
    secondary: { main: tape.plum, dark: "#4d2858", contrastText: tape.paper },
    success: { main: tape.teal, dark: "#084f49", contrastText: "#ffffff" },
    error: { main: tape.coral, dark: "#8f2a1a", contrastText: "#ffffff" },
    warning: { main: tape.mustard, contrastText: tape.ink },
    background: { default: tape.paper, paper: "#fffdf8" },
    text: { primary: tape.ink, secondary: "#4c5470" },
    divider: "#d9cfbb",
  },
  components: {
    MuiToggleButton: {
      styleOverrides: {
        root: {
          color: tape.ink,
          textTransform: "none",
          // A choice that is pressed in is inked.
          "&.Mui-selected, &.Mui-selected:hover": { backgroundColor: tape.ink, color: tape.paper },
        },
      },
    },
  },
});
