/** A game with a partner: the scores of both, who serves or hits, when ends change, and a big half for each. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQueryClient, useMutation } from "@tanstack/react-query";
import { useEffect, useRef } from "react";

import { api, unwrap, type Schemas } from "../../api/client";
import { blockQuery, readAnew, type Athlete, type Block, type Part } from "../../api/queries";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { HEADINGS, court } from "../../shared/ui/tape";
import { pressing } from "./pressing";
import { useKeys } from "./useKeys";
import { useSound } from "./useSound";

type Game = Schemas["GameForTwo"];

/** Sends what was pressed, all of it with each press, one after the other; what is refused is forgotten. */
function usePresses(block: Block, part: Part, game: Game) {
  const client = useQueryClient();
  const pressed = useRef(game.presses);
  const { mutate, isPending, error } = useMutation({
    scope: { id: `part-${part.id}` },
    mutationFn: (body: Schemas["PressesRequest"]) =>
      unwrap(api.PUT("/api/parts/{part_id}/presses/", { params: { path: { part_id: part.id } }, body })),
    onSuccess: (answer) =>
      client.setQueryData(
        blockQuery(block.id).queryKey,
        (known) =>
          known && {
            ...known,
            parts: known.parts.map((each) => (each.id === part.id ? { ...each, game: answer } : each)),
          },
      ),
    onError: () => readAnew(client, [["blocks"]]),
  });
  // Between presses what the server has is what counts: another screen may have pressed, too.
  useEffect(() => {
    if (!isPending) pressed.current = game.presses;
  }, [isPending, game.presses]);
  const set = (presses: string) => {
    const before = pressed.current;
    pressed.current = presses;
    mutate({ presses, before });
  };
  return {
    press: (letter: string) => set(pressed.current + letter),
    takeBack: () => pressed.current && set(pressed.current.slice(0, -1)),
    error,
  };
}

function Score({ name, score, of }: { name: string; score: number; of: number | null }) {
  return (
    <Box sx={{ textAlign: "center", flex: 1, minWidth: 0 }}>
      <Typography sx={{ fontSize: "1.2rem", overflowWrap: "anywhere" }}>{name}</Typography>
      <Box
        sx={{
          fontFamily: HEADINGS,
          fontWeight: 800,
          fontSize: "clamp(4rem, 20vmin, 9rem)",
          lineHeight: 1,
          fontVariantNumeric: "tabular-nums",
        }}>
        {score}
        {of !== null && (
          <Box component="span" sx={{ fontSize: "0.3em", fontWeight: 600 }}>
            {" "}
            of {of}
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** What is called out: who serves, and when ends change; the winner at the end. */
function useCalls({ score }: Game, say: (words: string) => void, hasBegun: boolean) {
  const words = score.is_over ? score.words : [score.call, score.turn.split(":")[0]].filter(Boolean).join(". ");
  const said = useRef(words);
  useEffect(() => {
    if (said.current === words) return;
    said.current = words;
    if (hasBegun) say(words);
  });
}

interface ForTwoProps {
  block: Block;
  part: Part;
  game: Game;
  athlete: Athlete;
}

export function ForTwo({ block, part, game, athlete }: ForTwoProps) {
  const { speaker } = useSound(athlete);
  const { press, takeBack, error } = usePresses(block, part, game);
  const { score } = game;
  useCalls(game, (words) => void speaker.speak(words), game.presses !== "");
  const [left, right, ...others] = score.pads;
  useKeys({
    miss: () => left && press(left.press),
    make: () => right && press(right.press),
    undo: () => void takeBack(),
  });
  return (
    <Stack spacing={2}>
      <Typography sx={{ fontSize: "1.15rem" }}>{game.rule}.</Typography>
      <Box sx={{ bgcolor: court.ground, color: court.text, p: 2 }}>
        <Stack direction="row" role="status" aria-label={score.words} sx={{ gap: 2 }}>
          <Score name={game.partner} score={score.other} of={score.other_of ?? null} />
          <Score name="You" score={score.own} of={score.own_of ?? null} />
        </Stack>
        <Typography sx={{ textAlign: "center", fontSize: "1.4rem", fontWeight: 700, minHeight: "2.2em", mt: 1 }}>
          {score.call && (
            <Box component="span" sx={{ color: court.mustard }}>
              {score.call}.{" "}
            </Box>
          )}
          {score.is_over ? score.words : score.turn}
        </Typography>
        {left && right && (
          <Stack direction="row" sx={{ gap: 1.5 }}>
            {[left, right].map((pad) => (
              <Box
                key={pad.press}
                component="button"
                type="button"
                {...pressing(() => press(pad.press))}
                sx={{
                  flex: 1,
                  minHeight: 120,
                  border: 0,
                  font: "inherit",
                  fontSize: "1.4rem",
                  fontWeight: 700,
                  cursor: "pointer",
                  touchAction: "manipulation",
                  color: court.ground,
                  bgcolor: pad === left ? court.coral : court.teal,
                  "&:focus-visible": { outline: `5px solid ${court.mustard}`, outlineOffset: 2 },
                }}>
                {pad.words}
              </Box>
            ))}
          </Stack>
        )}
      </Box>
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        <Button variant="outlined" disabled={game.presses === ""} onClick={() => void takeBack()}>
          Take the last press back
        </Button>
        {others.map((pad) => (
          <Button key={pad.press} onClick={() => press(pad.press)}>
            {pad.words}
          </Button>
        ))}
      </Stack>
      {error && <ErrorNotice error={error} />}
    </Stack>
  );
}
