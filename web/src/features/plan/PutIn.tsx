/** What can be put into a block beside what was arranged: parts of one's own, and any rung of any ladder. */
import { Autocomplete, Button, Menu, MenuItem, Stack, TextField } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { ownKindsQuery, type OwnKind } from "../../api/planning";
import type { Standing } from "../../api/queries";
import type { Own } from "./draft";
import type { Edits } from "./edits";
import { OwnPartDialog } from "./OwnPartDialog";

interface PutInProps {
  standings: Standing[];
  edits: Edits;
}

interface RungChoice {
  id: string;
  ladder: string;
  words: string;
  rungs: number[];
  /** The parts of its rungs, one for each side. */
  keys: string[];
}

const rungsOf = (standings: Standing[]): RungChoice[] =>
  standings.flatMap(({ ladder, plannable, rungs, working }) => {
    const keysOf = (rung: number) => plannable.map(({ key }) => `${rung}${key.slice(key.indexOf("-"))}`);
    const upTo = rungs.filter(({ number }) => number <= working.number).map(({ id }) => id);
    const each = rungs.map(({ id, number, title }) => ({
      id: String(id),
      ladder: ladder.title,
      words: `${number}. ${title}`,
      rungs: [id],
      keys: keysOf(id),
    }));
    const all = {
      id: `up to ${ladder.id}`,
      ladder: ladder.title,
      words: `From rung 1 up to ${working.number}`,
      rungs: upTo,
      keys: upTo.flatMap(keysOf),
    };
    return upTo.length > 1 ? [...each, all] : each;
  });

export function PutIn({ standings, edits }: PutInProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data: kinds = [] } = useQuery(ownKindsQuery);
  const [begun, setBegun] = useState<{ own: Own; kind: OwnKind } | null>(null);
  const begin = (kind: OwnKind) => {
    setAnchor(null);
    const { id, title, seconds, games } = kind;
    const two = games[0] ? { game: games[0].id, to: games[0].to, condition: "", partner: "" } : null;
    setBegun({ kind, own: { key: "", kind: id, title, seconds, place: 0, items: [], role: "", two } });
  };
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
      <Button variant="outlined" onClick={(event) => setAnchor(event.currentTarget)} aria-haspopup="menu">
        Put in a part of your own
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {kinds.map((kind) => (
          <MenuItem key={kind.id} onClick={() => begin(kind)}>
            {kind.title}
          </MenuItem>
        ))}
      </Menu>
      <Autocomplete
        size="small"
        blurOnSelect
        value={null}
        options={rungsOf(standings)}
        groupBy={(rung) => rung.ladder}
        getOptionLabel={(rung) => rung.words}
        getOptionKey={(rung) => rung.id}
        onChange={(_, rung) => rung && edits.putRungs(rung.rungs, rung.keys)}
        renderInput={(params) => <TextField {...params} label="Put in a rung" />}
        sx={{ flex: "1 1 220px", maxWidth: 340 }}
      />
      {begun && (
        <OwnPartDialog
          {...begun}
          isNew
          onClose={() => setBegun(null)}
          onPut={(own) => {
            edits.put(own);
            setBegun(null);
          }}
        />
      )}
    </Stack>
  );
}
