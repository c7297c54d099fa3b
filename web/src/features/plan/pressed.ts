/** A choice that is pressed in is inked. */
export const pressed = {
  color: "text.primary",
  "&.Mui-selected, &.Mui-selected:hover": { bgcolor: "primary.main", color: "primary.contrastText" },
} as const;
