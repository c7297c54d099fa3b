/** The lower edge of the court: undo, let, pause, stop; sounds, keys and the way out. */
import DevicesIcon from "@mui/icons-material/DevicesOutlined";
import KeyboardIcon from "@mui/icons-material/KeyboardOutlined";
import PauseIcon from "@mui/icons-material/Pause";
import PlayArrowIcon from "@mui/icons-material/PlayArrow";
import StopIcon from "@mui/icons-material/Stop";
import UndoIcon from "@mui/icons-material/Undo";
import VolumeOffIcon from "@mui/icons-material/VolumeOff";
import VolumeUpIcon from "@mui/icons-material/VolumeUp";
import ReplayIcon from "@mui/icons-material/Replay";
import { Box, Button } from "@mui/material";
import { memo, type ReactNode } from "react";

import { court } from "../../shared/ui/tape";
import type { CourtSound } from "./useSound";
import { VolumeSlider } from "./VolumeSlider";

interface BarButtonProps {
  icon: ReactNode;
  word: string;
  name?: string;
  isOff?: boolean;
  onPress: () => void;
}

export function BarButton({ icon, word, name, isOff = false, onPress }: BarButtonProps) {
  return (
    <Button
      color="inherit"
      variant="outlined"
      disabled={isOff}
      aria-label={name ?? word}
      onPointerDown={(event) => event.preventDefault()} // A tap must not take the keys away from the count.
      onClick={onPress}
      sx={{
        minWidth: 0,
        px: { xs: 0.25, md: 2 },
        borderColor: court.line,
        flexDirection: { xs: "column", md: "row" },
        fontSize: { xs: "0.75rem", md: "1rem" },
        whiteSpace: "nowrap",
        gap: { xs: 0, md: 1 },
        lineHeight: 1.15,
        flex: { xs: 1, md: "none" },
        "&.Mui-disabled": { color: "#8f99b8", borderColor: court.line },
      }}>
      {icon}
      {word}
    </Button>
  );
}

interface ControlsProps {
  /** Whether presses count just now: not before the start, not after the end. */
  isOn: boolean;
  isPaused: boolean;
  canUndo: boolean;
  onUndo: () => void;
  onLet: () => void;
  onPause: () => void;
  onStop: () => void;
}

/** What can be done beside counting; on the court, and on the second screen. */
export function CourtControls({ isOn, isPaused, canUndo, onUndo, onLet, onPause, onStop }: ControlsProps) {
  return (
    <>
      <BarButton icon={<UndoIcon />} word="Undo" isOff={!canUndo} onPress={onUndo} />
      <BarButton icon={<ReplayIcon />} word="Let" isOff={!isOn} onPress={onLet} />
      <BarButton
        icon={isPaused ? <PlayArrowIcon /> : <PauseIcon />}
        word={isPaused ? "Go on" : "Pause"}
        isOff={!isOn}
        onPress={onPause}
      />
      <BarButton icon={<StopIcon />} word="Stop" isOff={!isOn} onPress={onStop} />
    </>
  );
}

export function BarStrip({ children }: { children: ReactNode }) {
  return (
    <Box
      component="footer"
      sx={{
        display: "flex",
        gap: { xs: 0.5, md: 1 },
        p: { xs: 0.75, md: 1 },
        alignItems: "stretch",
        bgcolor: court.ground,
        pb: "max(6px, env(safe-area-inset-bottom))",
      }}>
      {children}
    </Box>
  );
}

interface CourtBarProps extends ControlsProps {
  sound: CourtSound;
  isPaired: boolean;
  onPair: () => void;
  onHelp: () => void;
}

export const CourtBar = memo(function CourtBar({ sound, isPaired, onPair, onHelp, ...controls }: CourtBarProps) {
  return (
    <BarStrip>
      <CourtControls {...controls} />
      <Box sx={{ flex: { xs: 0, md: 1 } }} />
      <Box sx={{ display: { xs: "none", md: "block" }, alignSelf: "center", mr: 2 }}>
        <VolumeSlider sound={sound} />
      </Box>
      <BarButton
        icon={sound.isMuted ? <VolumeOffIcon /> : <VolumeUpIcon />}
        word={sound.isMuted ? "Muted" : "Sound"}
        name={sound.isMuted ? "Muted: turn sounds on" : "Sound: turn sounds off"}
        onPress={sound.toggle}
      />
      <BarButton
        icon={<DevicesIcon />}
        word={isPaired ? "Paired" : "Pair"}
        name={isPaired ? "Paired: see the second screen" : "Pair: a second screen to press and to read"}
        onPress={onPair}
      />
      <BarButton icon={<KeyboardIcon />} word="Keys" onPress={onHelp} />
    </BarStrip>
  );
});
