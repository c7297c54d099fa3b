/** A ladder of one's own: its name, its sides, and the game of its first rung. */
import { Button, Stack, TextField } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";

import { api, unwrap } from "../../../api/client";
import { challengesQuery, pairsQuery, useChange } from "../../../api/queries";
import { targetNames } from "../../../shared/board/targets";
import { ErrorNotice, Loaded } from "../../../shared/ui/Loaded";
import { Page, Panel, WhyPoint } from "../../../shared/ui/Page";
import { GameForm } from "./GameForm";
import { NO_PAIR, SidesField } from "./SidesField";
import { layoutQuery, type Layout } from "../../../api/setup";
import { defaultsOf, type SettingsSchema } from "./schema";
import { bodyOf, draftOf, useGame, type Challenge, type Draft } from "./useGame";
import { WhyOff } from "../../../shared/ui/WhyOff";

/** A game at targets that are laid already: some tries at each, by the names they have. */
const AT_TARGETS = "tries_at_each";

function draftFor(challenges: Challenge[], layout: Layout | undefined): Draft {
  const draft = draftOf(null, challenges);
  const challenge = challenges.find((each) => each.id === AT_TARGETS);
  const names = targetNames(layout?.zones ?? []);
  if (!challenge || names.length === 0) return draft;
  const settings = defaultsOf(challenge.settings_schema as SettingsSchema);
  return {
    ...draft,
    format: challenge.id,
    settings: { ...settings, targets: names.map((name) => ({ name, tries: 10, stroke: "" })) },
  };
}

function NewLadder({ challenges, layout }: { challenges: Challenge[]; layout: Layout | undefined }) {
  const navigate = useNavigate();
  const [words, setWords] = useState({ title: layout?.title ?? "", discipline: "", summary: "" });
  const [pair, setPair] = useState(NO_PAIR);
  const kinds = useQuery(pairsQuery);
  const game = useGame(draftFor(challenges, layout), challenges);
  const make = useChange(
    () =>
      unwrap(
        api.POST("/api/own-ladders/", {
          body: { ...words, pair, rung: bodyOf(game.draft), layout: layout?.id ?? null },
        }),
      ),
    ["ladders"],
    ["today"],
  );
  const isNamed = words.title.trim() !== "" && words.discipline.trim() !== "";
  return (
    <Stack spacing={3}>
      <Panel title="The drill">
        <Stack spacing={2} sx={{ maxWidth: 760 }}>
          <TextField
            required
            label="Name of the ladder"
            value={words.title}
            onChange={(event) => setWords({ ...words, title: event.target.value })}
            slotProps={{ htmlInput: { maxLength: 120 } }}
          />
          <TextField
            required
            label="Discipline"
            value={words.discipline}
            onChange={(event) => setWords({ ...words, discipline: event.target.value })}
            slotProps={{ htmlInput: { maxLength: 80 } }}
          />
          <TextField
            label="What it is about"
            value={words.summary}
            onChange={(event) => setWords({ ...words, summary: event.target.value })}
            slotProps={{ htmlInput: { maxLength: 500 } }}
          />
          {kinds.data && <SidesField pair={pair} kinds={kinds.data} onChange={setPair} />}
        </Stack>
      </Panel>
      <Panel title="Its first rung">
        <GameForm game={game} challenges={challenges} layoutId={layout?.id} />
      </Panel>
      <Button
        variant="contained"
        color="success"
        size="large"
        disabled={!isNamed || game.isWrong}
        loading={make.isPending}
        onClick={() => make.mutate(undefined, { onSuccess: ({ id }) => void navigate(`/climb/${id}`) })}
        sx={{ alignSelf: "flex-start" }}>
        Make this ladder
      </Button>
      <WhyOff>
        {isNamed
          ? game.isWrong && "Its game has a setting that cannot be played: it is marked above."
          : "Give it a name and a discipline first."}
      </WhyOff>
      {make.error && <ErrorNotice error={make.error} />}
    </Stack>
  );
}

export default function NewLadderPage() {
  const challenges = useQuery(challengesQuery);
  const layoutId = Number(useSearchParams()[0].get("layout")) || null;
  const layout = useQuery({ ...layoutQuery(layoutId ?? 0), enabled: layoutId !== null });
  const isReady = layoutId === null || layout.data !== undefined;
  const why = (
    <>
      <WhyPoint title="From easy to hard">
        Begin with a rung that you would make seven times in ten. The next ones come on top of it.
      </WhyPoint>
      <WhyPoint title="Take care">
        Say on its page what it asks of the body: then limits are kept to and cautions follow. What can injure (flips,
        contact, diving, heavy overhead work) belongs under the eyes of a qualified coach, and under the rules of the
        venue.
      </WhyPoint>
    </>
  );
  return (
    <Page title="A ladder of your own" why={why}>
      <Loaded query={challenges}>{(list) => isReady && <NewLadder challenges={list} layout={layout.data} />}</Loaded>
    </Page>
  );
}
