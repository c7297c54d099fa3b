/** The card of a rung, item by item: what a good practitioner would write on it. */
import { Accordion, AccordionDetails, AccordionSummary, Box, Stack, Typography } from "@mui/material";
import ExpandMoreIcon from "@mui/icons-material/ExpandMore";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";

import { api, ProblemError, unwrap, type Schemas } from "../../../api/client";
import { cardItemsQuery, ladderQuery, useChange, type RungStanding } from "../../../api/queries";
import { ErrorNotice, Loaded } from "../../../shared/ui/Loaded";
import { Page, WhyPoint } from "../../../shared/ui/Page";
import { KeepOrLeave } from "./KeepOrLeave";
import { SettingFields } from "./SettingFields";
import { defaultsOf, type Settings, type SettingsSchema } from "./schema";

interface ItemProps {
  item: Schemas["CardItem"];
  settings: Settings;
  isWritten: boolean;
  problem: ProblemError["problem"] | null;
  onChange: (settings: Settings) => void;
}

/** What is wrong at a field of an item, by the way to it. */
function problemsOf(problem: ItemProps["problem"], item: string) {
  const own = problem?.errors.filter((error) => error.loc[0] === "card" && error.loc[1] === item) ?? [];
  return {
    isAny: own.length > 0,
    at: (...loc: (string | number)[]) => own.find((error) => error.loc.slice(2).join("/") === loc.join("/"))?.msg,
  };
}

function Item({ item, settings, isWritten, problem, onChange }: ItemProps) {
  const problems = problemsOf(problem, item.id);
  return (
    // It opens at once: what is pressed while it moves would miss.
    <Accordion
      defaultExpanded={isWritten}
      disableGutters
      variant="outlined"
      slotProps={{ transition: { timeout: 0 }, heading: { component: "h2" } }}>
      <AccordionSummary expandIcon={<ExpandMoreIcon />} id={`card-${item.id}`} aria-controls={`card-${item.id}-fields`}>
        <Typography component="span" sx={{ fontWeight: 700 }}>
          {item.title}
          {problems.isAny && (
            <Box component="span" sx={{ color: "error.main", fontWeight: 400 }}>
              {" "}
              ✗ something here cannot be kept
            </Box>
          )}
        </Typography>
      </AccordionSummary>
      <AccordionDetails id={`card-${item.id}-fields`}>
        <Stack spacing={2}>
          <SettingFields
            schema={item.settings_schema as SettingsSchema}
            settings={settings}
            problemAt={problems.at}
            onChange={onChange}
          />
        </Stack>
      </AccordionDetails>
    </Accordion>
  );
}

interface CardFormProps {
  ladderId: number;
  standing: RungStanding;
  items: Schemas["CardItem"][];
}

function CardForm({ ladderId, standing, items }: CardFormProps) {
  const navigate = useNavigate();
  const { card: written } = standing.written;
  const [card, setCard] = useState<Record<string, Settings>>(() =>
    Object.fromEntries(
      items.map((item) => [
        item.id,
        { ...defaultsOf(item.settings_schema as SettingsSchema), ...(written[item.id] as Settings | undefined) },
      ]),
    ),
  );
  const save = useChange(
    () =>
      unwrap(
        api.PUT("/api/rungs/{rung_id}/card/", { params: { path: { rung_id: standing.rung.id } }, body: { card } }),
      ),
    ["ladders"],
    ["blocks"],
    ["today"],
    ["proposal"],
  );
  const problem = save.error instanceof ProblemError ? save.error.problem : null;
  return (
    <Stack spacing={2} sx={{ maxWidth: 760 }}>
      <div>
        {items.map((item) => (
          <Item
            key={item.id}
            item={item}
            settings={card[item.id] ?? {}}
            isWritten={item.id in written}
            problem={problem}
            onChange={(settings) => setCard({ ...card, [item.id]: settings })}
          />
        ))}
      </div>
      {save.error && <ErrorNotice error={save.error} />}
      <KeepOrLeave
        word="Keep the card"
        ladderId={ladderId}
        isKeeping={save.isPending}
        onKeep={() => save.mutate(undefined, { onSuccess: () => void navigate(`/climb/${ladderId}`) })}
      />
    </Stack>
  );
}

export default function RungCardPage() {
  const ladderId = Number(useParams()["ladderId"]);
  const rungId = Number(useParams()["rungId"]);
  const ladder = useQuery(ladderQuery(ladderId));
  const items = useQuery(cardItemsQuery);
  const standing = ladder.data?.rungs.find((each) => each.rung.id === rungId);
  const why = (
    <>
      <WhyPoint title="On the court">
        Checks stand before a rep, the drill in between before a try, and after three misses running the first usual
        fault with what mends it.
      </WhyPoint>
      <WhyPoint title="For either hand">
        Write {"{near}"} and {"{far}"}, {"{hand}"}, {"{lead foot}"}, {"{turn}"} or {"{breath}"} where a left-hander, or
        somebody who turns the other way, would do it on the other side. It is said as it is for you.
      </WhyPoint>
      <WhyPoint title="Runs keep theirs">A run that was begun is played by the card it began with.</WhyPoint>
    </>
  );
  return (
    <Page
      title="The card"
      heading={standing ? `The card of rung ${standing.rung.number}: ${standing.rung.title}` : "The card"}
      lead={ladder.data?.standing.ladder.title}
      why={why}>
      <Loaded query={ladder}>
        {() => (
          <Loaded query={items}>
            {(list) => standing && <CardForm key={rungId} ladderId={ladderId} standing={standing} items={list} />}
          </Loaded>
        )}
      </Loaded>
    </Page>
  );
}
