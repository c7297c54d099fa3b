import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Table,
  TableBody,
  TableCell,
  TableRow,
  Typography,
} from "@mui/material";

import { memo } from "react";

import { KEY_HELP } from "./keys";

interface KeysDialogProps {
  isOpen: boolean;
  isAwake: boolean;
  onClose: () => void;
}

export const KeysDialog = memo(function KeysDialog({ isOpen, isAwake, onClose }: KeysDialogProps) {
  return (
    <Dialog open={isOpen} onClose={onClose} aria-labelledby="keys-title" maxWidth="sm" fullWidth>
      <DialogTitle id="keys-title">Keys and clicker</DialogTitle>
      <DialogContent tabIndex={0}>
        <Table size="small">
          <TableBody>
            {KEY_HELP.map(([keys, words]) => (
              <TableRow key={keys}>
                <TableCell component="th" scope="row" sx={{ fontWeight: 700 }}>
                  {keys}
                </TableCell>
                <TableCell>{words}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
        <Typography sx={{ mt: 2 }} color="text.secondary">
          {isAwake
            ? "The screen stays awake while you play."
            : "This browser does not let the page keep the screen awake: set a long screen time on the device."}
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
});
