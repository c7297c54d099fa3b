/** The files that are open, by their places: addresses on this device, given back when they are not needed. */
import { useEffect, useRef, useState } from "react";

export interface OpenFile {
  url: string;
  trouble: string;
  seconds: number;
  /** Held upright, as phones are. */
  isTall: boolean;
}

const SHUT: OpenFile = { url: "", trouble: "", seconds: 0, isTall: false };

export function useFiles() {
  const [open, setOpen] = useState<[OpenFile, OpenFile]>([SHUT, SHUT]);
  const urls = useRef(new Set<string>());
  useEffect(() => {
    const given = urls.current;
    return () => given.forEach((url) => URL.revokeObjectURL(url));
  }, []);
  const change = (place: number, by: Partial<OpenFile>) =>
    setOpen(([one, other]) => (place === 0 ? [{ ...one, ...by }, other] : [one, { ...other, ...by }]));
  const take = (place: number, file: File) => {
    const url = URL.createObjectURL(file);
    urls.current.add(url);
    change(place, { url, trouble: "", seconds: 0 });
  };
  return { open, take, change, isOpen: open.map(({ url, trouble }) => url !== "" && !trouble) };
}

export type Files = ReturnType<typeof useFiles>;
