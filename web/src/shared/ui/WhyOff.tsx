/** Why a button is grey, in words beside it; nothing where it is not. */
import { Typography } from "@mui/material";

export function WhyOff({ children }: { children: string | false }) {
  return children ? (
    <Typography variant="body2" color="text.secondary" role="note">
      {children}
    </Typography>
  ) : null;
}
