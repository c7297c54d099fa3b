/** Bringing a record in: the file is chosen, looked through, and taken in as a whole, or left. */
import {
  Alert,
  Box,
  Button,
  FormControl,
  FormControlLabel,
  FormLabel,
  Radio,
  RadioGroup,
  Stack,
  Typography,
} from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { quantity } from "../../shared/lib/format";
import { AtWork } from "../../shared/ui/AtWork";
import { ErrorNotice, Loaded } from "../../shared/ui/Loaded";
import { Panel } from "../../shared/ui/Page";
import { PickFile } from "../../shared/ui/PickFile";
import { ArrivedTables } from "./ArrivedTables";
import { arrivalQuery, isAtWork, useLeave, useSend, useTakeIn, type Arrival } from "./arrivals";

export function TakeIn() {
  const query = useQuery(arrivalQuery);
  const send = useSend();
  useFreshRecord(query.data?.state === "taken" ? query.data.id : null);
  return (
    <Panel title="Bring a record in">
      <Stack spacing={2.5}>
        <Typography sx={{ maxWidth: 640 }}>
          A file that was taken out here, or from another Jolly Ladder. You see what is in it before anything is kept;
          then all of it is taken in, or nothing.
        </Typography>
        <Loaded query={query}>{(arrival) => arrival && <Arrived arrival={arrival} />}</Loaded>
        {!isAtWork(query.data ?? null) && (
          <PickFile
            name="A record to bring in"
            accept=".zip,application/zip"
            variant="outlined"
            disabled={send.isPending}
            onFile={send.mutate}
            sx={{ alignSelf: "flex-start" }}>
            {send.isPending ? "The file is on its way …" : query.data ? "Choose another file" : "Choose a file"}
          </PickFile>
        )}
        {send.error && <ErrorNotice error={send.error} />}
      </Stack>
    </Panel>
  );
}

/** Once a file was taken in, every screen has something new to say. */
function useFreshRecord(taken: string | null) {
  const client = useQueryClient();
  useEffect(() => {
    if (!taken) return;
    void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== arrivalQuery.queryKey[0] });
  }, [client, taken]);
}

function Arrived({ arrival }: { arrival: Arrival }) {
  switch (arrival.state) {
    case "looking":
    case "taking":
      return <Working arrival={arrival} />;
    case "looked":
      return <Looked arrival={arrival} />;
    case "taken":
      return <Taken arrival={arrival} />;
    case "refused":
      return <Refused arrival={arrival} />;
    case "cancelled":
      return <Alert severity="info">It was ended. Nothing of {arrival.file_name} was taken in.</Alert>;
  }
}

function Working({ arrival }: { arrival: Arrival }) {
  const leave = useLeave();
  const doing = arrival.state === "looking" ? "is looked through" : "is taken in";
  return (
    <AtWork doing={`${arrival.file_name} ${doing}`} share={arrival.share} onEnd={() => leave.mutate(arrival.id)} />
  );
}

function Looked({ arrival }: { arrival: Arrival }) {
  const [takesTheirs, setTakesTheirs] = useState(arrival.is_into_nothing);
  const take = useTakeIn();
  const leave = useLeave();
  const sum = (key: "new" | "different") => arrival.tables.reduce((all, table) => all + table[key], 0);
  const different = sum("different");
  const hasSomething = sum("new") > 0 || (different > 0 && takesTheirs);
  return (
    <Stack spacing={2}>
      <Typography sx={{ fontWeight: 700 }}>In {arrival.file_name}</Typography>
      <ArrivedTables tables={arrival.tables} />
      {different > 0 && (
        <FormControl>
          <FormLabel id="differing">What is different here and in the file</FormLabel>
          <RadioGroup
            aria-labelledby="differing"
            value={takesTheirs ? "theirs" : "mine"}
            onChange={(_, value) => setTakesTheirs(value === "theirs")}>
            <FormControlLabel value="mine" control={<Radio />} label="stays as it is here" />
            <FormControlLabel value="theirs" control={<Radio />} label="becomes as it is in the file" />
          </RadioGroup>
        </FormControl>
      )}
      {!hasSomething && <Alert severity="info">All of it is here already.</Alert>}
      <Stack direction="row" spacing={1.5}>
        <Button
          variant="contained"
          disabled={!hasSomething || take.isPending}
          onClick={() => take.mutate({ id: arrival.id, takesTheirs })}>
          Take it in
        </Button>
        <Button onClick={() => leave.mutate(arrival.id)}>Leave it</Button>
      </Stack>
      {take.error && <ErrorNotice error={take.error} />}
    </Stack>
  );
}

function Taken({ arrival }: { arrival: Arrival }) {
  const changed = arrival.changed > 0 ? `, ${quantity(arrival.changed, "row")} changed` : "";
  return (
    <Alert severity="success">
      {arrival.file_name} was taken in: {quantity(arrival.added, "new row")}
      {changed}.
    </Alert>
  );
}

function Refused({ arrival }: { arrival: Arrival }) {
  return (
    <Alert severity="error" variant="outlined" sx={{ color: "text.primary" }}>
      Nothing of {arrival.file_name} was taken in.
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {arrival.problems.map((problem) => (
          <li key={problem}>{problem}</li>
        ))}
      </Box>
    </Alert>
  );
}
