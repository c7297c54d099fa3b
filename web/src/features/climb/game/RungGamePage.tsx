/** Changing the game of a rung, or putting one rung more on top of a ladder. */
import { Stack } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useNavigate, useParams, useSearchParams } from "react-router";

import { api, unwrap } from "../../../api/client";
import {
  challengesQuery,
  ladderQuery,
  useChange,
  type LadderDetail,
  type Rung,
  type RungStanding,
} from "../../../api/queries";
import { ErrorNotice, Loaded } from "../../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../../shared/ui/Page";
import { KeepOrLeave } from "./KeepOrLeave";
import { GameForm } from "./GameForm";
import { bodyOf, draftOf, useGame, type Challenge, type Draft } from "./useGame";
import { WhyOff } from "../../../shared/ui/WhyOff";

function useSave(ladderId: number, rung: Rung | null, number: number | null) {
  return useChange(
    (draft: Draft) =>
      rung
        ? unwrap(
            api.PUT("/api/rungs/{rung_id}/challenge/", { params: { path: { rung_id: rung.id } }, body: bodyOf(draft) }),
          )
        : unwrap(
            api.POST("/api/ladders/{ladder_id}/rungs/", {
              params: { path: { ladder_id: ladderId } },
              body: { ...bodyOf(draft), number },
            }),
          ),
    ["ladders"],
    ["today"],
    ["blocks"],
  );
}

interface EditingProps {
  detail: LadderDetail;
  standing: RungStanding | null;
  /** Where a new rung goes in; null for on top. */
  number: number | null;
  challenges: Challenge[];
}

function Editing({ detail, standing, number, challenges }: EditingProps) {
  const navigate = useNavigate();
  const rung = standing?.rung ?? null;
  const ladderId = detail.standing.ladder.id;
  // Rungs come from the top down: a new one begins with the game of the rung below it.
  const below = detail.rungs.find((each) => number === null || each.rung.number < number) ?? detail.rungs.at(-1);
  const game = useGame(draftOf(standing ?? below ?? null, challenges), challenges);
  const save = useSave(ladderId, rung, number);
  return (
    <Stack spacing={2.5}>
      <GameForm game={game} challenges={challenges} layoutId={rung?.layout?.id} />
      <KeepOrLeave
        word={rung ? "Play it like this" : number === null ? "Put it on top" : `Put it in as rung ${number}`}
        ladderId={ladderId}
        isOff={game.isWrong}
        isKeeping={save.isPending}
        onKeep={() => save.mutate(game.draft, { onSuccess: () => void navigate(`/climb/${ladderId}`) })}
      />
      <WhyOff>{game.isWrong && "A setting cannot be played: it is marked above."}</WhyOff>
      {save.error && <ErrorNotice error={save.error} />}
    </Stack>
  );
}

export default function RungGamePage() {
  const { ladderId, rungId } = useParams();
  const [address] = useSearchParams();
  const number = Number(address.get("number")) || null;
  const ladder = useQuery(ladderQuery(Number(ladderId)));
  const challenges = useQuery(challengesQuery);
  const standing = ladder.data?.rungs.find((each) => each.rung.id === Number(rungId)) ?? null;
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
      heading={standing ? `${title}: ${standing.rung.title}` : title}
      lead={ladder.data?.standing.ladder.title}
      why={why}>
      <Loaded query={ladder}>
        {(detail) => (
          <Loaded query={challenges}>
            {(list) => (
              <Editing key={rungId ?? "new"} detail={detail} standing={standing} number={number} challenges={list} />
            )}
          </Loaded>
        )}
      </Loaded>
    </Page>
  );
}
