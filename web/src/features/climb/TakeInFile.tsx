/** Ladders from a file: looked at first, then all of them taken, or none. */
import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogContentText,
  DialogTitle,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";

import { api, ProblemError, unwrap } from "../../api/client";
import { useChange } from "../../api/queries";
import { quantity } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { PickFile } from "../../shared/ui/PickFile";

const NO_JSON = "This file holds no ladders: it is not written as JSON.";

/** Every problem of a file with the way to it, as far as a person goes through them. */
function Problems({ error }: { error: Error }) {
  const problems = error instanceof ProblemError ? (error.problem?.errors ?? []) : [];
  if (problems.length === 0) return <ErrorNotice error={error} />;
  return (
    <>
      <Typography>Nothing was taken in. What is wrong with it:</Typography>
      <Box component="ul" sx={{ pl: 2.5 }}>
        {problems.slice(0, 20).map(({ loc, msg }) => (
          <li key={`${loc.join("/")} ${msg}`}>
            <b>{loc.slice(1).join(" › ") || "the file"}:</b> {msg}
          </li>
        ))}
      </Box>
      {problems.length > 20 && <Typography>And {problems.length - 20} more.</Typography>}
    </>
  );
}

interface FileDialogProps {
  pack: unknown;
  onClose: () => void;
}

function FileDialog({ pack, onClose }: FileDialogProps) {
  const navigate = useNavigate();
  const look = useQuery({
    queryKey: ["pack", pack],
    queryFn: () => unwrap(api.POST("/api/packs/preview/", { body: { pack } })),
    retry: false,
  });
  const take = useChange(() => unwrap(api.POST("/api/packs/", { body: { pack } })), ["ladders"], ["today"], ["shelf"]);
  const error = look.error ?? take.error;
  const done = (ladders: { id: number }[]) =>
    void navigate(ladders.length === 1 ? `/climb/${ladders[0]?.id}` : "/climb");
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="pack-title">
      <DialogTitle id="pack-title">Ladders in this file</DialogTitle>
      <DialogContent>
        {error && <Problems error={error} />}
        {look.data && !error && (
          <>
            <DialogContentText>They come beside those that you have; nothing of yours is changed.</DialogContentText>
            {look.data.map((ladder) => (
              <Box key={ladder.key} sx={{ mt: 1.5 }}>
                <Typography sx={{ fontWeight: 700 }}>{ladder.title}</Typography>
                <Typography color="text.secondary">{ladder.discipline}</Typography>
                <Typography>{ladder.summary}</Typography>
                <Typography color="text.secondary">
                  {ladder.rungs.map((rung, place) => `${place + 1}: ${rung}`).join("; ")}
                </Typography>
              </Box>
            ))}
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button
          variant="contained"
          color="success"
          disabled={!look.data || error !== null}
          loading={take.isPending || look.isPending}
          onClick={() => take.mutate(undefined, { onSuccess: done })}>
          {look.data ? `Take in ${quantity(look.data.length, "ladder")}` : "Take in"}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

export function TakeInFile() {
  const [pack, setPack] = useState<{ content: unknown } | null>(null);
  const [problem, setProblem] = useState("");
  const read = async (file: File) => {
    const text = await file.text();
    try {
      setPack({ content: JSON.parse(text) as unknown });
      setProblem("");
    } catch {
      setProblem(NO_JSON);
    }
  };
  return (
    <Box>
      <PickFile
        name="File of ladders"
        accept=".json,application/json"
        variant="outlined"
        onFile={(file) => void read(file)}>
        Take in a file
      </PickFile>
      {problem && (
        <Typography role="alert" color="error">
          {problem}
        </Typography>
      )}
      {pack && <FileDialog pack={pack.content} onClose={() => setPack(null)} />}
    </Box>
  );
}
