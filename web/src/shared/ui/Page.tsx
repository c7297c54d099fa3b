/** A screen: its title, what it is about, and the narrow column of reasons beside it. */
import { Box, Stack, Typography } from "@mui/material";
import { useEffect, type ReactNode } from "react";

import { tape } from "./tape";

export function useTitle(title: string) {
  useEffect(() => {
    document.title = `${title} · Jolly Ladder`;
  }, [title]);
}

/** A heading on a strip of tape torn off the roll. */
export function TapeHeading({ children, colour = tape.mustard }: { children: ReactNode; colour?: string }) {
  return (
    <Typography
      variant="h1"
      sx={{
        display: "inline",
        boxDecorationBreak: "clone",
        WebkitBoxDecorationBreak: "clone",
        backgroundImage: `linear-gradient(${colour}, ${colour})`,
        backgroundRepeat: "no-repeat",
        backgroundSize: "100% 0.3em",
        backgroundPosition: "0 92%",
        pr: 0.5,
      }}>
      {children}
    </Typography>
  );
}

interface PageProps {
  title: string;
  heading?: ReactNode;
  lead?: ReactNode;
  actions?: ReactNode;
  why?: ReactNode;
  children: ReactNode;
}

export function Page({ title, heading, lead, actions, why, children }: PageProps) {
  useTitle(title);
  return (
    <Box
      component="main"
      id="main"
      sx={{
        width: "100%",
        maxWidth: 1320,
        mx: "auto",
        px: { xs: 2, md: 4 },
        pt: { xs: 2, md: 3.5 },
        pb: { xs: 12, md: 6 },
        display: "grid",
        gap: { xs: 3, md: 5 },
        gridTemplateColumns: { xs: "minmax(0, 1fr)", lg: why ? "minmax(0, 1fr) 300px" : "minmax(0, 1fr)" },
      }}>
      <Stack spacing={3} sx={{ minWidth: 0 }}>
        <Stack
          direction="row"
          sx={{ justifyContent: "space-between", alignItems: "flex-start", flexWrap: "wrap", gap: 2 }}>
          <Box sx={{ minWidth: 0, flex: "1 1 320px" }}>
            <TapeHeading>{heading ?? title}</TapeHeading>
            {lead && <Typography sx={{ mt: 1.25, color: "text.secondary", maxWidth: 640 }}>{lead}</Typography>}
          </Box>
          {actions}
        </Stack>
        {children}
      </Stack>
      {why && <Why>{why}</Why>}
    </Box>
  );
}

/** The reasons and the arithmetic behind what is on the screen. */
function Why({ children }: { children: ReactNode }) {
  return (
    <Box
      component="aside"
      aria-labelledby="why"
      sx={{
        borderLeft: { lg: "2px dashed" },
        borderTop: { xs: "2px dashed", lg: 0 },
        borderColor: "divider",
        pl: { lg: 3 },
        pt: { xs: 2, lg: 0.5 },
      }}>
      <Typography variant="h2" id="why" sx={{ mb: 1.5 }}>
        Why
      </Typography>
      <Stack spacing={2} sx={{ fontSize: "0.95rem" }}>
        {children}
      </Stack>
    </Box>
  );
}

/** One point in the why column. */
export function WhyPoint({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box>
      <Typography variant="h3" component="h3">
        {title}
      </Typography>
      <Box sx={{ color: "text.secondary" }}>{children}</Box>
    </Box>
  );
}

/** A part of a screen: flat, set off by a line of chalk rather than by a floating card. */
export function Panel({ title, actions, children }: { title?: ReactNode; actions?: ReactNode; children: ReactNode }) {
  return (
    <Box
      component="section"
      sx={{
        bgcolor: "background.paper",
        border: "1px solid",
        borderColor: "divider",
        p: { xs: 2, md: 2.5 },
        minWidth: 0,
      }}>
      {title && (
        <Stack
          direction="row"
          sx={{ justifyContent: "space-between", alignItems: "baseline", flexWrap: "wrap", gap: 1, mb: 1.5 }}>
          <Typography variant="h2">{title}</Typography>
          {actions}
        </Stack>
      )}
      {children}
    </Box>
  );
}
