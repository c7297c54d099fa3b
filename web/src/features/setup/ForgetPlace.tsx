/** Forgetting a place of one's own: asked about, as what was planned there loses its place for good. */
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from "@mui/material";
import { useState } from "react";

import { api, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import type { DrawnPlace } from "../../api/setup";
import { ErrorNotice } from "../../shared/ui/Loaded";

export function ForgetPlace({ place }: { place: DrawnPlace }) {
  const [isAsking, setIsAsking] = useState(false);
  const forget = useChange(
    (id: number) => unwrap(api.DELETE("/api/places/{place_id}/", { params: { path: { place_id: id } } })),
    ["places"],
    ["library"],
    ["week-terms"],
    ["weeks"],
  );
  const close = () => {
    forget.reset();
    setIsAsking(false);
  };
  return (
    <>
      <Button size="small" onClick={() => setIsAsking(true)} aria-label={`Forget ${place.title}`} sx={{ ml: -1 }}>
        Forget
      </Button>
      <Dialog open={isAsking} onClose={close} aria-labelledby="forget-place">
        <DialogTitle id="forget-place">Forget {place.title}?</DialogTitle>
        <DialogContent>
          <Typography>
            Its measures go, and blocks and windows that were planned there stay without a place. A place that targets
            were laid on stays.
          </Typography>
          {forget.error && <ErrorNotice error={forget.error} />}
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Keep it</Button>
          <Button
            color="error"
            variant="contained"
            loading={forget.isPending}
            onClick={() => place.own_id !== null && forget.mutate(place.own_id, { onSuccess: close })}>
            Forget it
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
