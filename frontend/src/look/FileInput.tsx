import type { RefObject } from "react";

interface Props {
  /** The button that opens it clicks this. */
  input: RefObject<HTMLInputElement | null>;
  accept: string;
  label: string;
  onFile: (file: File) => void;
}

/** An unseen file field; the same file can be chosen twice. */
export function FileInput({ input, accept, label, onFile }: Props) {
  return (
    <input
      ref={input}
      type="file"
      hidden
      accept={accept}
      aria-label={label}
      onChange={(e) => {
        const chosen = e.currentTarget.files?.[0];
        e.currentTarget.value = "";
        if (chosen) {
          onFile(chosen);
        }
      }}
    />
  );
}
