/** The clips that are open, beside each other or one over the other. */
import { Box } from "@mui/material";
import { useMemo, type RefObject } from "react";

import { whenMeasured } from "./clipFile";
import type { Drawn, Notes, Reading } from "./filmNotes";
import { Picture, type Tool } from "./Picture";
import type { Files } from "./useFiles";
import type { Transport } from "./useTransport";

export const PLACES = [0, 1] as const;
export type Drawings = [SVGSVGElement | null, SVGSVGElement | null];

const unplayable = (name: string) =>
  `This browser cannot play ${name}. Have the camera or phone save it as MP4 (H.264) or WebM, and choose that one.`;

interface PicturesProps {
  notes: Notes;
  reading: Reading;
  files: Files;
  transport: Transport;
  tool: Tool;
  /** How much the second covers where it lies over the first, in %; null beside each other. */
  cover: number | null;
  drawings: RefObject<Drawings>;
  onDraw: (drawn: Drawn) => void;
}

export function Pictures({ notes, reading, files, transport, tool, cover, drawings, onDraw }: PicturesProps) {
  const { attach: attachVideo } = transport;
  const attach = useMemo(
    () =>
      PLACES.map((place) => ({
        video: attachVideo(place),
        drawing: (svg: SVGSVGElement | null) => void (drawings.current[place] = svg),
      })),
    [attachVideo, drawings],
  );
  const { isOpen } = files;
  const areTall = files.open.every(({ isTall }) => isTall);
  const shown = notes.drawn.map((each, place) => ({ ...each, degrees: reading.drawn[place]?.degrees ?? null }));
  return (
    <Box
      sx={{
        display: "grid",
        gap: 1.5,
        gridTemplateColumns:
          cover !== null || !isOpen.every(Boolean)
            ? "minmax(0, 1fr)"
            : { xs: areTall ? "repeat(2, minmax(0, 1fr))" : "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" },
      }}>
      {PLACES.map(
        (place) =>
          isOpen[place] && (
            <Box
              key={place}
              sx={{
                minWidth: 0,
                ...(cover !== null && { gridArea: "1 / 1" }),
                ...(cover !== null &&
                  place === 1 &&
                  isOpen[0] && { opacity: cover / 100, pointerEvents: tool === "none" ? "none" : "auto" }),
              }}>
              <Picture
                name={`Clip ${place + 1}`}
                url={files.open[place].url}
                isMirrored={notes.clips[place]?.is_mirrored ?? false}
                drawn={shown.filter(({ clip }) => clip === place)}
                atS={transport.atS[place]}
                tool={tool}
                videoRef={attach[place]?.video ?? null}
                drawingRef={attach[place]?.drawing ?? null}
                onSeeked={transport.look}
                onDraw={(spots) =>
                  onDraw({ clip: place, at_s: transport.videos.current[place]?.currentTime ?? 0, spots })
                }
                onReady={(video) =>
                  void whenMeasured(video).then(() =>
                    files.change(place, { seconds: video.duration, isTall: video.videoHeight > video.videoWidth }),
                  )
                }
                onTrouble={() => files.change(place, { trouble: unplayable(notes.clips[place]?.name ?? "this clip") })}
              />
            </Box>
          ),
      )}
    </Box>
  );
}
