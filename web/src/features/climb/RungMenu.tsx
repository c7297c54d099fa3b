/** What can be done with a rung: its game, card and targets, and where it stands in its ladder. */
import { Button, Menu, MenuItem } from "@mui/material";
import { useState } from "react";
import { useNavigate } from "react-router";

import { api, unwrap } from "../../api/client";
import { useChange, type Rung } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";

const STALE = [["ladders"], ["today"], ["blocks"]];

/** Copy a rung, move it to another number, take it out of its ladder, put it back. */
export function useRungChanges() {
  const path = (id: number) => ({ params: { path: { rung_id: id } } });
  return {
    copy: useChange((id: number) => unwrap(api.POST("/api/rungs/{rung_id}/copy/", path(id))), ...STALE),
    move: useChange(
      ({ id, number }: { id: number; number: number }) =>
        unwrap(api.PUT("/api/rungs/{rung_id}/number/", { ...path(id), body: { number } })),
      ...STALE,
    ),
    takeOut: useChange((id: number) => unwrap(api.DELETE("/api/rungs/{rung_id}/", path(id))), ...STALE),
    bringBack: useChange((id: number) => unwrap(api.POST("/api/rungs/{rung_id}/bring-back/", path(id))), ...STALE),
  };
}

interface RungMenuProps {
  ladderId: number;
  rung: Rung;
  rungs: number;
  onTakenOut: (rung: Rung) => void;
  onNeeds: () => void;
  onSavedLayouts: () => void;
}

export function RungMenu({ ladderId, rung, rungs, onTakenOut, onNeeds, onSavedLayouts }: RungMenuProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const navigate = useNavigate();
  const { copy, move, takeOut } = useRungChanges();
  const { id, number } = rung;
  // The row is gone with its rung, and a callback of its own with it: the promise is kept all the same.
  const takeItOut = () =>
    void takeOut.mutateAsync(rung.id).then(
      () => onTakenOut(rung),
      () => undefined,
    );
  const error = copy.error ?? move.error ?? takeOut.error;
  const putIn = (at: number) => void navigate(`/climb/${ladderId}/rungs/new?number=${at}`);
  const page = (name: string) => () => void navigate(`/climb/${ladderId}/rungs/${id}/${name}`);
  const isBare = rung.layout === null;
  const items = [
    { word: "Change the game", can: true, act: page("game") },
    { word: "Write its card", can: true, act: page("card") },
    { word: "What comes first", can: true, act: onNeeds },
    { word: "Lay targets", can: isBare, act: () => void navigate(`/set-up/layouts/new?rung=${id}`) },
    { word: "Put a saved layout on it", can: isBare, act: onSavedLayouts },
    { word: "Put a rung in above", can: true, act: () => putIn(number + 1) },
    { word: "Put a rung in below", can: true, act: () => putIn(number) },
    { word: "Copy it", can: true, act: () => copy.mutate(id) },
    { word: "Move up", can: number < rungs, act: () => move.mutate({ id, number: number + 1 }) },
    { word: "Move down", can: number > 1, act: () => move.mutate({ id, number: number - 1 }) },
    { word: "Take it out", can: rungs > 1, act: takeItOut },
  ];
  return (
    <>
      <Button
        size="small"
        aria-haspopup="menu"
        aria-label={`More for rung ${number}`}
        onClick={(event) => setAnchor(event.currentTarget)}>
        More
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {items.map(({ word, can, act }) => (
          <MenuItem
            key={word}
            disabled={!can}
            onClick={() => {
              setAnchor(null);
              act();
            }}>
            {word}
          </MenuItem>
        ))}
      </Menu>
      {error && <ErrorNotice error={error} />}
    </>
  );
}
