/** The editor: the board with its tools, the numbers of the chosen target, the tape list, and why it is as hard as it is. */
import { Alert, Box, Button, Stack, TextField, Typography } from "@mui/material";
import { useEffect, useEffectEvent, useState } from "react";

import { api, unwrap, type Schemas } from "../../../api/client";
import { useChange } from "../../../api/queries";
import type { DrawnPlace, LadderAim, Layout, Offer, WorkedOut, Zone } from "../../../api/setup";
import { capital, showShare } from "../../../shared/lib/format";
import type { Units } from "../../../shared/lib/lengths";
import { ErrorNotice } from "../../../shared/ui/Loaded";
import { Page, Panel } from "../../../shared/ui/Page";
import { KeptActions } from "./Actions";
import { AddBar } from "./AddBar";
import { AimWhy } from "./AimWhy";
import { Board } from "./Board";
import { targetsOf } from "../../../shared/board/targets";
import { freeName, withoutZone, type Laid } from "./laying";
import { PatternPanel, usePreview } from "./PatternPanel";
import { StandSlider } from "./StandSlider";
import { TapeList } from "./TapeList";
import { useLaying } from "./useLaying";
import { ZonePanel } from "./ZonePanel";

interface EditorProps {
  id: number | null;
  place: DrawnPlace;
  kept: Laid;
  units: Units;
  aims: LadderAim[];
  aim: LadderAim | undefined;
  onAim: (key: string) => void;
  onSaved: (layout: Layout) => void;
}

type Laying = ReturnType<typeof useLaying>;

/** Undo and redo by their usual keys, but not while something is typed. */
function useUndoKeys({ undo, redo }: Laying) {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const isTyping = event.target instanceof HTMLElement && event.target.closest("input, textarea");
    if (isTyping || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
    event.preventDefault();
    if (event.shiftKey) redo();
    else undo();
  });
  useEffect(() => {
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}

function useSave({
  id,
  place,
  laying,
  onSaved,
}: {
  id: number | null;
  place: DrawnPlace;
  laying: Laying;
  onSaved: (layout: Layout) => void;
}) {
  const body: Schemas["NewLayoutRequest"] = { ...laying.laid, place: place.id };
  const save = useChange(
    () =>
      unwrap(
        id === null
          ? api.POST("/api/layouts/", { body })
          : api.PUT("/api/layouts/{layout_id}/", { params: { path: { layout_id: id } }, body }),
      ),
    ["layouts"],
    ["ladders"],
    ["today"],
    ["blocks"],
  );
  const press = () =>
    save.mutate(undefined, {
      onSuccess: (layout) => {
        laying.forgetDraft();
        onSaved(layout);
      },
    });
  return { save, press };
}

function Tools({
  laying,
  onMirror,
  onSave,
  isSaving,
  isNew,
}: {
  laying: Laying;
  onMirror: () => void;
  onSave: () => void;
  isSaving: boolean;
  isNew: boolean;
}) {
  const isSaved = laying.isSaved && !isNew;
  return (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
      <TextField
        label="Name of the layout"
        size="small"
        value={laying.laid.title}
        onChange={(event) => laying.change({ title: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        sx={{ flex: "1 1 200px" }}
      />
      <Button onClick={laying.undo} disabled={!laying.canUndo} variant="outlined">
        Undo
      </Button>
      <Button onClick={laying.redo} disabled={!laying.canRedo} variant="outlined">
        Redo
      </Button>
      {laying.laid.zones.length > 0 && (
        <Button onClick={onMirror} variant="outlined">
          Mirror it
        </Button>
      )}
      <Button onClick={onSave} variant="contained" color="success" disabled={isSaved} loading={isSaving}>
        {isSaved ? "Saved" : "Save"}
      </Button>
    </Stack>
  );
}

/** The tape list beside the board; a long one scrolls there, so that the board stays in view. */
function TapeColumn({ worked, isEmpty }: { worked: WorkedOut | undefined; isEmpty: boolean }) {
  return (
    <Box
      component="section"
      aria-label="Where the tape goes"
      tabIndex={0}
      className="scrolls"
      sx={{ minWidth: 0, maxHeight: { lg: 720 }, overflowY: "auto" }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Where the tape goes
      </Typography>
      {isEmpty ? (
        <Typography color="text.secondary">Add a target: then what one person lays where stands here.</Typography>
      ) : (
        worked && <TapeList tape={worked.tape} />
      )}
      {worked && worked.kit.length > 0 && (
        <Typography sx={{ mt: 2 }}>
          <b>To bring:</b> {worked.kit.join(", ")}.
        </Typography>
      )}
    </Box>
  );
}

export function Editor({ id, place, kept, units, aims, aim, onAim, onSaved }: EditorProps) {
  const laying = useLaying({ id, place, kept, aim });
  const { laid, change } = laying;
  const [surfaceId, setSurfaceId] = useState(kept.zones[0]?.surface ?? place.surfaces[0]?.id ?? "");
  const [chosen, setChosen] = useState<number | null>(null);
  const { save, press } = useSave({ id, place, laying, onSaved });
  const mirror = useChange(() => unwrap(api.POST("/api/laying/mirrored/", { body: { ...laid, place: place.id } })));
  const worked = laying.worked.data;
  const preview = usePreview(worked?.steps ?? []);
  useUndoKeys(laying);

  const surface = place.surfaces.find((each) => each.id === surfaceId) ?? place.surfaces[0];
  const zone = chosen === null ? undefined : laid.zones[chosen];
  const zoneSurface = place.surfaces.find((each) => each.id === zone?.surface);
  if (!surface) return null;

  const add = (zones: Zone[]) => {
    change({ zones: [...laid.zones, ...zones] });
    setChosen(laid.zones.length + zones.length - 1);
  };
  const remove = (index: number) => {
    change({ zones: withoutZone(laid.zones, index) });
    setChosen(null);
  };
  const take = (offer: Offer) =>
    change(
      offer.lever === "distance"
        ? { stand: offer.stand }
        : { zones: laid.zones.map((each) => (each.name === offer.zone ? { ...each, shape: offer.shape } : each)) },
    );
  const foretold = Object.fromEntries(
    (worked?.zones ?? []).flatMap(({ name, predicted }) => (predicted ? [[name, showShare(predicted.chance)]] : [])),
  );

  return (
    <Page
      title={laid.title || "Layout"}
      heading={laid.title || "A layout without a name"}
      lead={`On ${place.title}. ${capital(surface.title)} is drawn to scale: ${place.sizes_from}.`}
      why={<AimWhy aims={aims} chosen={aim} onChoose={onAim} worked={worked} zone={zone?.name} onTake={take} />}>
      {laying.isBroughtBack && (
        <Alert severity="info" variant="outlined" sx={{ color: "text.primary" }}>
          Your changes from before are here; they are not saved yet. Undo goes back to what is saved.
        </Alert>
      )}
      <Panel>
        <Stack spacing={2}>
          <Tools
            laying={laying}
            isNew={id === null}
            isSaving={save.isPending}
            onSave={press}
            onMirror={() => mirror.mutate(undefined, { onSuccess: ({ zones, stand }) => change({ zones, stand }) })}
          />
          <AddBar
            place={place}
            surface={surface}
            zones={laid.zones}
            onSurface={setSurfaceId}
            onAdd={(zone) => add([zone])}
          />
          <Box
            sx={{
              display: "grid",
              gap: 2.5,
              gridTemplateColumns: { xs: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 290px" },
            }}>
            <Stack spacing={2} sx={{ minWidth: 0 }}>
              <Board
                surface={surface}
                zones={laid.zones}
                chosen={chosen}
                units={units}
                stand={laying.stand}
                foretold={foretold}
                played={preview.played}
                onChoose={setChosen}
                onChange={laying.replaceZone}
                onRemove={remove}
              />
              <StandSlider
                place={place}
                stand={laying.stand}
                units={units}
                worked={worked}
                zone={zone?.name}
                onSlide={laying.slide}
                onSettle={laying.settle}
              />
            </Stack>
            <TapeColumn worked={worked} isEmpty={laid.zones.length === 0} />
          </Box>
          {(laying.worked.error ?? save.error ?? mirror.error) && (
            <ErrorNotice error={laying.worked.error ?? save.error ?? mirror.error} />
          )}
        </Stack>
      </Panel>
      {zone && zoneSurface && chosen !== null && (
        <Panel title={`In numbers: ${zone.name}`}>
          <ZonePanel
            key={zone.name}
            zone={zone}
            others={targetsOf(laid.zones).filter((each) => each !== zone)}
            surface={zoneSurface}
            units={units}
            onChange={(next) => laying.replaceZone(chosen, next)}
            onDivide={(parts) =>
              change({ zones: laid.zones.flatMap((each, index) => (index === chosen ? parts : [each])) })
            }
            onDouble={() => add([{ ...zone, name: freeName(laid.zones, zone.name), at: zone.at }])}
            onRemove={() => remove(chosen)}
          />
        </Panel>
      )}
      {targetsOf(laid.zones).length > 1 && (
        <Panel title="In which order">
          <PatternPanel
            pattern={laid.pattern}
            zones={targetsOf(laid.zones)}
            worked={worked}
            preview={preview}
            onPattern={(pattern) => change({ pattern })}
          />
        </Panel>
      )}
      <Panel title="With this layout">
        {id === null ? (
          <Typography color="text.secondary">
            Save it first; then it goes into a block, onto a rung, onto paper and out to a file.
          </Typography>
        ) : (
          <KeptActions id={id} />
        )}
      </Panel>
    </Page>
  );
}
