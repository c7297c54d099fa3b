/** Clips, what moves them, what is marked and drawn on them, and what the rung asks to look for. */
import {
  Alert,
  Box,
  Button,
  Slider,
  Stack,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useEffect, useRef, useState } from "react";
import { Link as RouterLink } from "react-router";

import type { Schemas } from "../../api/client";
import type { Run } from "../../api/queries";
import { CardLines } from "../../shared/ui/CardLines";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Panel } from "../../shared/ui/Page";
import { ClipBar } from "./ClipBar";
import { clipOf, isSameFile, measureRate, saveStill } from "./clipFile";
import { Felt } from "./Felt";
import { useFilmNotes, withChangedClip, withClip, type Clip } from "./filmNotes";
import { MarksList } from "./MarksList";
import { SPOTS, type Tool } from "./Picture";
import { PLACES, Pictures, type Drawings } from "./Pictures";
import { TransportBar } from "./TransportBar";
import { useFiles } from "./useFiles";
import { useTransport } from "./useTransport";

export function Desk({ run, film }: { run: Run; film: Schemas["Film"] }) {
  const { notes, change, reading, ...keeping } = useFilmNotes(run.id, film);
  const files = useFiles();
  const transport = useTransport(notes.clips);
  const [isOver, setOver] = useState(false);
  const [cover, setCover] = useState(50);
  const [tool, setTool] = useState<Tool>("none");
  /** Another file in the place of one that has marks: whether it is the same film is asked first. */
  const [other, setOther] = useState<{ place: number; file: File } | null>(null);
  const drawings = useRef<Drawings>([null, null]);
  const { isOpen } = files;
  const lead = isOpen[0] ? 0 : 1;
  const { isPlaying, videos } = transport;

  const isRateKnown = PLACES.map((place) => notes.clips[place]?.a_second != null);
  const unknown = PLACES.find((place) => isOpen[place] && !isRateKnown[place]);
  useEffect(() => {
    const video = unknown === undefined ? null : videos.current[unknown];
    if (!video || !isPlaying || unknown === undefined) return;
    return measureRate(video, (aSecond) => change((before) => withChangedClip(before, unknown, { a_second: aSecond })));
  }, [unknown, isPlaying, videos, change]);

  /** As the file that is known, as the same film in another file, or as another film. */
  const open = (place: number, file: File, as: "same" | "again" | "new") => {
    setOther(null);
    if (as === "new") change((before) => withClip(before, place, clipOf(file)));
    else if (as === "again") {
      const { name, bytes, changed_ms } = clipOf(file);
      change((before) => withChangedClip(before, place, { name, bytes, changed_ms }));
    }
    files.take(place, file);
  };
  const choose = (place: number, file: File) => {
    // The second clip's place is the second one: it has no marks before there is a first.
    const at = notes.clips.length === 0 ? 0 : place;
    const known = notes.clips[at];
    const isMarked = [...notes.marks, ...notes.drawn].some(({ clip }) => clip === at);
    if (known && isMarked && !isSameFile(file, known)) setOther({ place: at, file });
    else open(at, file, known && isSameFile(file, known) ? "same" : "new");
  };
  const clips: (Clip | undefined)[] = [notes.clips[0], notes.clips[1]];
  return (
    <Stack spacing={2.5}>
      <Panel title="Clips">
        <Stack spacing={2}>
          {isOpen.some(Boolean) && (
            <>
              <Pictures
                notes={notes}
                reading={reading}
                files={files}
                transport={transport}
                tool={tool}
                cover={isOver ? cover : null}
                drawings={drawings}
                onDraw={(drawn) => {
                  change((before) => ({ ...before, drawn: [...before.drawn, drawn] }));
                  setTool("none");
                }}
              />
              <TransportBar transport={transport} lead={lead} seconds={files.open[lead].seconds} />
              <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "center" }}>
                <ToggleButtonGroup
                  exclusive
                  size="small"
                  aria-label="Draw"
                  value={tool}
                  onChange={(_event, chosen: Tool | null) => {
                    transport.stop();
                    setTool(chosen ?? "none");
                  }}>
                  <ToggleButton value="line">Draw a line</ToggleButton>
                  <ToggleButton value="angle">Draw an angle</ToggleButton>
                </ToggleButtonGroup>
                {tool !== "none" && (
                  <Typography>
                    Put {SPOTS[tool]} spots on a clip{tool === "angle" && ", its corner second"}.
                  </Typography>
                )}
                {isOpen.every(Boolean) && (
                  <ToggleButton value="over" size="small" selected={isOver} onClick={() => setOver(!isOver)}>
                    One over the other
                  </ToggleButton>
                )}
                {isOver && isOpen.every(Boolean) && (
                  <Slider
                    size="small"
                    aria-label="How much clip 2 covers, in %"
                    value={cover}
                    onChange={(_event, value) => setCover(value)}
                    sx={{ width: 160 }}
                  />
                )}
              </Box>
            </>
          )}
          {other && (
            <Alert severity="warning" variant="outlined" sx={{ color: "text.primary" }}>
              {other.file.name} is not the file that was marked as clip {other.place + 1}.
              <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", mt: 1 }}>
                <Button variant="outlined" onClick={() => open(other.place, other.file, "again")}>
                  The same film: keep the marks
                </Button>
                <Button variant="outlined" onClick={() => open(other.place, other.file, "new")}>
                  Another film: its marks go
                </Button>
                <Button onClick={() => setOther(null)}>Leave it</Button>
              </Box>
            </Alert>
          )}
          <Box
            sx={{
              display: "grid",
              gap: 2,
              gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" },
            }}>
            {PLACES.slice(0, notes.clips.length === 0 ? 1 : 2).map((place) => (
              <ClipBar
                key={place}
                title={`Clip ${place + 1}`}
                clip={clips[place]}
                isOpen={isOpen[place] ?? false}
                atS={transport.atS[place]}
                trouble={files.open[place].trouble}
                onFile={(file) => choose(place, file)}
                onChange={(by) => change((before) => withChangedClip(before, place, by))}
                onMark={(words) =>
                  change((before) => ({
                    ...before,
                    marks: [...before.marks, { clip: place, at_s: transport.atS[place], words }],
                  }))
                }
                onStill={() => {
                  const video = transport.videos.current[place];
                  if (video) void saveStill(video, drawings.current[place], clips[place]?.is_mirrored ?? false);
                }}
              />
            ))}
          </Box>
        </Stack>
      </Panel>
      <Box
        sx={{
          display: "grid",
          gap: 2.5,
          gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" },
        }}>
        <Panel title="Found on film">
          <Stack spacing={1.5}>
            <MarksList
              notes={notes}
              reading={reading}
              onGo={(clip, atS) => {
                transport.stop();
                transport.go(clip, atS);
              }}
              onTake={(list, place) =>
                change((before) => ({ ...before, [list]: before[list].filter((_each, other) => other !== place) }))
              }
            />
            <TextField
              multiline
              minRows={2}
              label="What you take from it"
              value={notes.note}
              onChange={({ target }) => change((before) => ({ ...before, note: target.value }))}
              slotProps={{ htmlInput: { maxLength: 2000 } }}
            />
            <Typography role="status" color="text.secondary">
              {keeping.words}
            </Typography>
            {keeping.error && <ErrorNotice error={keeping.error} onRetry={keeping.keep} />}
          </Stack>
        </Panel>
        <Stack spacing={2.5}>
          <Panel title="What you work on">
            <Stack spacing={1}>
              {run.rung.cues.map((cue) => (
                <Typography key={cue} sx={{ fontWeight: 650 }}>
                  {cue}
                </Typography>
              ))}
              <CardLines lines={run.rung.card_lines} />
              {run.rung.cues.length === 0 && run.rung.card_lines.length === 0 && (
                <Typography color="text.secondary">No cues stand on this rung.</Typography>
              )}
            </Stack>
          </Panel>
          <Panel title="Felt and seen">
            <Felt
              reps={notes.reps}
              words={reading.felt}
              onChange={(reps) => change((before) => ({ ...before, reps }))}
            />
          </Panel>
        </Stack>
      </Box>
      <Button component={RouterLink} to="/practise/mirror" variant="text" sx={{ alignSelf: "flex-start" }}>
        See yourself a few seconds later
      </Button>
    </Stack>
  );
}
