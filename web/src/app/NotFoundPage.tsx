/** An address that leads nowhere says so, and shows the way back. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { Link as RouterLink, useLocation } from "react-router";

import { TapeHeading, useTitle } from "../shared/ui/Page";

export default function NotFoundPage() {
  const { pathname } = useLocation();
  useTitle("Nothing here");
  return (
    <Box component="main" sx={{ maxWidth: 640, mx: "auto", p: { xs: 3, md: 6 } }}>
      <Stack spacing={3}>
        <TapeHeading>Nothing here</TapeHeading>
        <Typography sx={{ overflowWrap: "anywhere" }}>
          There is no screen at {pathname}. The address may be mistyped, or from a link that is old.
        </Typography>
        <Button component={RouterLink} to="/" variant="contained" color="success" sx={{ alignSelf: "flex-start" }}>
          Go to Today
        </Button>
      </Stack>
    </Box>
  );
}
