/** A screen that has stopped working says so, and shows the ways on, in place of an empty window. */
import { Alert, Button, Stack } from "@mui/material";
import { Component, type ReactNode } from "react";
import { useLocation } from "react-router";

import { noteTrouble } from "../shared/device/troubles";

interface BoundaryProps {
  /** The address of the screen: at another one all is well again. */
  address: string;
  children: ReactNode;
}

/** React tells of errors to classes only. */
class Boundary extends Component<BoundaryProps, { brokenAt: string | null }> {
  override state: { brokenAt: string | null } = { brokenAt: null };

  override componentDidCatch(error: unknown) {
    const { address } = this.props;
    noteTrouble(`The screen at ${address} has stopped working: ${error instanceof Error ? error.message : "unknown"}`);
    this.setState({ brokenAt: address });
  }

  static getDerivedStateFromError() {
    return { brokenAt: "" };
  }

  static getDerivedStateFromProps({ address }: BoundaryProps, { brokenAt }: { brokenAt: string | null }) {
    return brokenAt && brokenAt !== address ? { brokenAt: null } : null;
  }

  override render() {
    return this.state.brokenAt === null ? this.props.children : <Broken />;
  }
}

function Broken() {
  const again = (
    <Button color="inherit" onClick={() => window.location.reload()}>
      Load it again
    </Button>
  );
  return (
    <Stack component="main" sx={{ p: { xs: 2, md: 4 }, gap: 2, alignItems: "flex-start" }}>
      <Alert severity="error" variant="outlined" action={again} sx={{ color: "text.primary" }}>
        This screen has stopped working. What you have pressed and saved is kept; Settings says what went wrong.
      </Alert>
      <Button href="/" variant="contained" color="success">
        Go to Today
      </Button>
    </Stack>
  );
}

export function Mishap({ children }: { children: ReactNode }) {
  return <Boundary address={useLocation().pathname}>{children}</Boundary>;
}
