/** A button that lets a file be chosen; the same one can be chosen again. */
import { Button, type ButtonProps } from "@mui/material";
import { useRef } from "react";

interface PickFileProps extends Omit<ButtonProps, "onClick"> {
  /** What the file is, for those who hear the page. */
  name: string;
  accept: string;
  onFile: (file: File) => void;
}

export function PickFile({ name, accept, onFile, ...button }: PickFileProps) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={field}
        hidden
        type="file"
        accept={accept}
        aria-label={name}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) onFile(file);
          target.value = "";
        }}
      />
      <Button {...button} onClick={() => field.current?.click()} />
    </>
  );
}
