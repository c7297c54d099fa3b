/** The strip: the loop as a path, where you are underlined with tape. At the top on a desk, at the bottom on a phone. */
import { Box, Link, Stack } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useRef } from "react";
import { Link as RouterLink, NavLink, Outlet, NavigationType, useLocation, useNavigationType } from "react-router";

import { athleteQuery } from "../api/queries";
import { Mishap } from "./Mishap";
import { Skeletons } from "../shared/ui/Loaded";
import { HEADINGS, tape } from "../shared/ui/tape";

/** Nobody counts before they are in: its menu is no part of the first view. */
const QuickCount = lazy(() => import("./QuickCount").then((module) => ({ default: module.QuickCount })));

/** What waits on this device is looked at once the screen stands. */
const WaitingPresses = lazy(() => import("./WaitingPresses").then((module) => ({ default: module.WaitingPresses })));

const LOOP = [
  { to: "/plan", word: "Plan" },
  { to: "/set-up", word: "Set up" },
  { to: "/practise", word: "Practise" },
  { to: "/look-back", word: "Look back" },
  { to: "/climb", word: "Climb" },
];

function LoopLinks() {
  return (
    <Box
      component="nav"
      aria-label="The loop"
      sx={{
        bgcolor: tape.ink,
        color: tape.paper,
        display: "flex",
        position: { xs: "fixed", md: "static" },
        bottom: 0,
        left: 0,
        right: 0,
        zIndex: 10,
        pb: { xs: "env(safe-area-inset-bottom)", md: 0 },
        justifyContent: { xs: "space-between", md: "center" },
      }}>
      {LOOP.map(({ to, word }, index) => (
        <Box key={to} sx={{ display: "flex", alignItems: "center", flex: { xs: 1, md: "none" } }}>
          {index > 0 && (
            <Box
              aria-hidden
              sx={{ display: { xs: "none", md: "block" }, width: 22, borderTop: `2px dashed ${tape.timber}` }}
            />
          )}
          <Box
            component={NavLink}
            to={to}
            sx={{
              flex: 1,
              textAlign: "center",
              color: "inherit",
              textDecoration: "none",
              fontFamily: HEADINGS,
              fontWeight: 600,
              fontSize: { xs: "0.88rem", md: "1rem" },
              px: { xs: 0.25, md: 1.5 },
              py: { xs: 2, md: 1.75 },
              whiteSpace: "nowrap",
              "& span": {
                backgroundRepeat: "no-repeat",
                backgroundSize: "0% 4px",
                backgroundPosition: "0 100%",
                pb: 0.75,
                transition: "background-size 180ms",
              },
              "&:hover span, &.active span": {
                backgroundSize: "100% 4px",
                backgroundImage: `linear-gradient(${tape.mustard}, ${tape.mustard})`,
              },
              "&:focus-visible": { outline: `3px solid ${tape.mustard}`, outlineOffset: -4 },
            }}>
            <span>{word}</span>
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function Strip() {
  const { data: athlete } = useQuery(athleteQuery);
  const hand = athlete?.handedness === "left" ? "left-handed" : "right-handed";
  return (
    <Box component="header" sx={{ bgcolor: tape.ink, color: tape.paper }}>
      <Box
        sx={{
          maxWidth: 1320,
          mx: "auto",
          px: { xs: 2, md: 4 },
          minHeight: 52,
          display: "grid",
          alignItems: "center",
          gridTemplateColumns: { xs: "1fr auto auto auto", md: "1fr auto 1fr" },
          columnGap: { xs: 0.75, md: 0 },
        }}>
        <Link
          component={RouterLink}
          to="/"
          underline="none"
          sx={{
            color: "inherit",
            justifySelf: "start",
            fontFamily: HEADINGS,
            fontWeight: 750,
            fontSize: "1.15rem",
            py: 1,
            // However much stands beside it, the strip keeps its height: what is below does not move under a finger.
            whiteSpace: "nowrap",
          }}>
          Jolly Ladder
          <Box
            component="span"
            sx={{
              ml: 1.25,
              px: 0.75,
              py: 0.25,
              bgcolor: tape.mustard,
              color: tape.ink,
              fontSize: "0.85rem",
              fontWeight: 650,
            }}>
            Today
          </Box>
        </Link>
        <LoopLinks />
        {athlete && (
          // On a phone its children stand in the strip's own grid: what is said of this device has a line to itself.
          <Stack
            direction="row"
            sx={{ display: { xs: "contents", md: "flex" }, justifySelf: "end", alignItems: "center", gap: 1.5 }}>
            <Suspense fallback={null}>
              <WaitingPresses />
              <QuickCount />
            </Suspense>
            <Link
              component={RouterLink}
              to="/settings"
              underline="hover"
              noWrap
              sx={{ color: "inherit", fontSize: "0.92rem", py: 1 }}>
              {athlete.name}
              <Box component="span" sx={{ display: { xs: "none", xl: "inline" }, color: "#c5cbe0" }}>
                , {hand}, {athlete.units}
              </Box>
            </Link>
          </Stack>
        )}
      </Box>
    </Box>
  );
}

/** A new screen begins at its top; going back leaves it to the browser where one was. */
function useTop() {
  const { pathname } = useLocation();
  const kind = useNavigationType();
  const before = useRef(pathname);
  useEffect(() => {
    if (pathname !== before.current && kind !== NavigationType.Pop) window.scrollTo(0, 0);
    before.current = pathname;
  }, [pathname, kind]);
}

export function Shell() {
  useTop();
  return (
    <Stack sx={{ minHeight: "100dvh" }}>
      <Link
        href="#main"
        sx={{
          position: "absolute",
          left: -9999,
          "&:focus": { left: 8, top: 8, zIndex: 20, bgcolor: tape.mustard, color: tape.ink, p: 1 },
        }}>
        Skip to the content
      </Link>
      <Strip />
      <Suspense
        fallback={
          <Box sx={{ p: 4 }}>
            <Skeletons />
          </Box>
        }>
        <Mishap>
          <Outlet />
        </Mishap>
      </Suspense>
    </Stack>
  );
}
