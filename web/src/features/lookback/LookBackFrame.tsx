/** A page of Look back: its heading, the way to the others, the filters that go with one from page to page. */
import { Box, Link } from "@mui/material";
import type { ReactNode } from "react";
import { Link as RouterLink, useLocation } from "react-router";

import { Page } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";
import { FilterBar } from "./FilterBar";
import { RunsAsFiles } from "./RunsAsFiles";
import { SECTIONS } from "./sections";
import { useFilters, type FilterName } from "./useFilters";

function Sections() {
  const { pathname } = useLocation();
  const { search } = useFilters();
  return (
    <Box
      component="nav"
      aria-label="Look back"
      className="no-print"
      sx={{ display: "flex", flexWrap: "wrap", columnGap: 2.5, rowGap: 1 }}>
      {SECTIONS.map(({ path, title }) => (
        <Link
          key={path}
          component={RouterLink}
          to={`${path}${search}`}
          color="inherit"
          underline="hover"
          aria-current={pathname === path ? "page" : undefined}
          sx={{
            py: 0.75,
            fontWeight: pathname === path ? 700 : 400,
            boxShadow: pathname === path ? `inset 0 -4px ${tape.mustard}` : undefined,
          }}>
          {title}
        </Link>
      ))}
    </Box>
  );
}

interface FrameProps {
  title: string;
  lead?: ReactNode;
  why?: ReactNode;
  actions?: ReactNode;
  /** Filters that mean nothing here; all of them where there is nothing to filter. */
  without?: readonly FilterName[] | "all";
  /** Where its runs are to be had as files, if not at its foot by the filters alone. */
  files?: ReactNode;
  children: ReactNode;
}

export function LookBackFrame(props: FrameProps) {
  const { title, lead, why, actions, without = [], files = <RunsAsFiles />, children } = props;
  return (
    <Page title={title} lead={lead} why={why} actions={actions}>
      <Sections />
      {without !== "all" && <FilterBar without={without} />}
      {children}
      {without !== "all" && files}
    </Page>
  );
}
