/** Laying a layout: its history, what waits on this device until it is saved, and what follows from it. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { workedOutQuery, type DrawnPlace, type LadderAim, type Stand, type Zone } from "../../../api/setup";
import { forget, keep, recall } from "../../../shared/lib/storage";
import { useHistory } from "../../../shared/lib/useHistory";
import { useSettled } from "../../../shared/lib/useSettled";
import { freeName, draftKey, isLaid, isSame, renamed, type Laid, withZone } from "./laying";

const ASK_AFTER_MS = 60;

interface LayingProps {
  id: number | null;
  place: DrawnPlace;
  kept: Laid;
  aim: LadderAim | undefined;
}

export function useLaying({ id, place, kept, aim }: LayingProps) {
  const key = draftKey(id, place.id);
  const [begun] = useState(() => {
    const draft = recall(key);
    return isLaid(draft) && !isSame(draft, kept) ? draft : null;
  });
  const history = useHistory<Laid>(begun ?? kept, begun ? [kept] : []);
  const [sliding, setSliding] = useState<Stand | null>(null);
  const laid = history.now;
  const isSaved = isSame(laid, kept);
  useEffect(() => {
    if (isSaved) forget(key);
    else keep(key, laid);
  }, [key, laid, isSaved]);

  const seen = useSettled(sliding ? { ...laid, stand: sliding } : laid, ASK_AFTER_MS);
  const worked = useQuery(
    workedOutQuery({ ...seen, place: place.id, ladder: aim?.ladder ?? null, side: aim?.side ?? null }),
  );

  const change = (part: Partial<Laid>) => history.set({ ...laid, ...part });
  return {
    ...history,
    laid,
    isSaved,
    isBroughtBack: begun !== null && !isSaved,
    worked,
    stand: sliding ?? laid.stand,
    change,
    slide: setSliding,
    settle: (stand: Stand) => {
      setSliding(null);
      change({ stand });
    },
    replaceZone: (index: number, zone: Zone) => {
      // Two of one name could not be told apart in the tape list.
      const others = laid.zones.filter((_, other) => other !== index);
      const named = others.some(({ name }) => name === zone.name)
        ? { ...zone, name: freeName(others, zone.name) }
        : zone;
      const before = laid.zones[index]?.name;
      const pattern =
        before === undefined || before === named.name ? laid.pattern : renamed(laid.pattern, before, named.name);
      change({ zones: withZone(laid.zones, index, named), pattern });
    },
    forgetDraft: () => forget(key),
  };
}
