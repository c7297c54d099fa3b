/** What a screen shows while its data are on the way, and when they do not come. */
import { Alert, Button, Skeleton, Stack } from "@mui/material";
import type { UseQueryResult } from "@tanstack/react-query";
import type { ReactNode } from "react";

import { ProblemError } from "../../api/client";
import { Said } from "../lib/said";

export function describe(error: unknown): string {
  if (error instanceof ProblemError || error instanceof Said) return error.message;
  return "The server cannot be reached. What you entered is kept; try again in a moment.";
}

interface NoticeProps {
  children: ReactNode;
  /** What the button beside it says, where there is something to do. */
  way: string;
  onWay?: (() => void) | undefined;
}

/** What went wrong, and the way on. */
export function Notice({ children, way, onWay }: NoticeProps) {
  const action = onWay && (
    <Button color="inherit" onClick={onWay} sx={{ whiteSpace: "nowrap" }}>
      {way}
    </Button>
  );
  return (
    // On a phone the way on stands below what went wrong.
    <Alert
      severity="error"
      variant="outlined"
      action={action}
      sx={{
        color: "text.primary",
        flexWrap: { xs: "wrap", sm: "nowrap" },
        "& .MuiAlert-message": { flex: "1 1 200px" },
      }}>
      {children}
    </Alert>
  );
}

export function ErrorNotice({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  return (
    <Notice way="Try again" onWay={onRetry}>
      {describe(error)}
    </Notice>
  );
}

export function Skeletons({ rows = 3, height = 96 }: { rows?: number; height?: number }) {
  return (
    <Stack spacing={2} aria-busy="true" aria-label="Loading">
      {Array.from({ length: rows }, (_, index) => (
        <Skeleton key={index} variant="rectangular" animation={false} height={height} sx={{ maxWidth: "100%" }} />
      ))}
    </Stack>
  );
}

interface LoadedProps<T> {
  query: UseQueryResult<T>;
  children: (data: T) => ReactNode;
  rows?: number;
}

export function Loaded<T>({ query, children, rows }: LoadedProps<T>) {
  if (query.data !== undefined) return children(query.data);
  if (query.isError) return <ErrorNotice error={query.error} onRetry={() => void query.refetch()} />;
  return <Skeletons rows={rows ?? 3} />;
}
