/** Changing the game of a rung, or putting one rung more on top of a ladder. */
import { Button, Stack } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useNavigate, useParams } from "react-router";

import { api, unwrap } from "../../../api/client";
import { challengesQuery, ladderQuery, useChange, type LadderDetail, type Rung } from "../../../api/queries";
import { ErrorNotice, Loaded } from "../../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../../shared/ui/Page";
import { GameForm } from "./GameForm";
import { bodyOf, draftOf, useGame, type Challenge, type Draft } from "./useGame";
import { WhyOff } from "../../../shared/ui/WhyOff";

function useSave(ladderId: number, rung: Rung | null) {
  return useChange(
    (draft: Draft) =>
      rung
        ? unwrap(
            api.PUT("/api/rungs/{rung_id}/challenge/", { params: { path: { rung_id: rung.id } }, body: bodyOf(draft) }),
          )
        : unwrap(
            api.POST("/api/ladders/{ladder_id}/rungs/", {
              params: { path: { ladder_id: ladderId } },
              body: bodyOf(draft),
            }),
          ),
    ["ladders"],
    ["today"],
    ["blocks"],
  );
}

function Editing({ detail, rung, challenges }: { detail: LadderDetail; rung: Rung | null; challenges: Challenge[] }) {
  const navigate = useNavigate();
  const ladderId = detail.standing.ladder.id;
  const game = useGame(draftOf(rung ?? detail.rungs[0]?.rung ?? null, challenges));
  const save = useSave(ladderId, rung);
  return (
    <Stack spacing={2.5}>
      <GameForm game={game} challenges={challenges} rung={rung} />
      <Stack direction="row" sx={{ gap: 1.5 }}>
        <Button
          variant="contained"
          color="success"
          size="large"
          disabled={game.problem !== null}
          loading={save.isPending}
          onClick={() => save.mutate(game.draft, { onSuccess: () => void navigate(`/climb/${ladderId}`) })}>
          {rung ? "Play it like this" : "Put it on top"}
        </Button>
        <Button component={RouterLink} to={`/climb/${ladderId}`} size="large">
          Leave it as it was
        </Button>
      </Stack>
      <WhyOff>{game.problem !== null && "A setting cannot be played: it is marked above."}</WhyOff>
      {save.error && <ErrorNotice error={save.error} />}
    </Stack>
  );
}

export default function RungGamePage() {
  const { ladderId, rungId } = useParams();
  const ladder = useQuery(ladderQuery(Number(ladderId)));
  const challenges = useQuery(challengesQuery);
  const rung = ladder.data?.rungs.find((each) => each.rung.id === Number(rungId))?.rung ?? null;
  const title = rungId ? "Change the game" : "One rung more";
  const why = (
    <>
      <WhyPoint title="Runs keep their game">
        What was played stays as it was played: a changed game counts from the next run on.
      </WhyPoint>
      <WhyPoint title="What is asked for">
        It stays as long as the game can still reach it; else it is set to what is fair to ask, and is yours to change.
      </WhyPoint>
    </>
  );
  return (
    <Page
      title={title}
      heading={rung ? `${title}: ${rung.title}` : title}
      lead={ladder.data?.standing.ladder.title}
      why={why}>
      <Loaded query={ladder}>
        {(detail) => (
          <Loaded query={challenges}>
            {(list) => <Editing key={rungId ?? "new"} detail={detail} rung={rung} challenges={list} />}
          </Loaded>
        )}
      </Loaded>
    </Page>
  );
}
