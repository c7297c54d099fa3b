/** Moving a block by its menu: what the move breaks is read before it is made. */
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from "@mui/material";

import type { Block } from "../../../api/queries";
import { ErrorNotice } from "../../../shared/ui/Loaded";
import type { Target } from "./BlockTape";
import { MoveEffect } from "./MoveEffect";
import { useMove, useMoveCheck } from "./useMove";

interface MoveDialogProps {
  monday: string;
  block: Block;
  target: Target;
  onClose: () => void;
}

export function MoveDialog({ monday, block, target, onClose }: MoveDialogProps) {
  const to = { block: block.id, window: target.id };
  const check = useMoveCheck(monday, to);
  const move = useMove(monday);
  const error = check.error ?? move.error;
  return (
    <Dialog open onClose={onClose} aria-labelledby="move-title">
      <DialogTitle id="move-title">Move it to {target.words}?</DialogTitle>
      <DialogContent>{error ? <ErrorNotice error={error} /> : <MoveEffect check={check.data} />}</DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button
          variant="contained"
          loading={move.isPending}
          disabled={!check.data}
          onClick={() => move.mutate(to, { onSuccess: onClose })}>
          Move it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
