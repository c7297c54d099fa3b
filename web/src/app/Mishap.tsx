/** A screen that has stopped working says so, and shows the ways on, in place of an empty window. */
import { Button, Stack } from "@mui/material";
import { Component, type ReactNode } from "react";
import { useLocation } from "react-router";

import { noteTrouble } from "../shared/device/troubles";
import { Notice } from "../shared/ui/Loaded";

interface BoundaryProps {
  /** The address of the screen: at another one all is well again. */
  address: string;
  children: ReactNode;
}

/** React tells of errors to classes only. */
class Boundary extends Component<BoundaryProps, { isBroken: boolean }> {
  override state = { isBroken: false };

  static getDerivedStateFromError() {
    return { isBroken: true };
  }

  override componentDidCatch(error: unknown) {
    const { address } = this.props;
    noteTrouble(`The screen at ${address} has stopped working: ${error instanceof Error ? error.message : "unknown"}`);
  }

  override componentDidUpdate({ address }: BoundaryProps) {
    if (this.state.isBroken && address !== this.props.address) this.setState({ isBroken: false });
  }

  override render() {
    return this.state.isBroken ? <Broken /> : this.props.children;
  }
}

function Broken() {
  return (
    <Stack component="main" sx={{ p: { xs: 2, md: 4 }, gap: 2, alignItems: "flex-start" }}>
      <Notice way="Load it again" onWay={() => window.location.reload()}>
        This screen has stopped working. What you have pressed and saved is kept; Settings says what went wrong.
      </Notice>
      <Button href="/" variant="contained" color="success">
        Go to Today
      </Button>
    </Stack>
  );
}

export function Mishap({ children }: { children: ReactNode }) {
  return <Boundary address={useLocation().pathname}>{children}</Boundary>;
}
