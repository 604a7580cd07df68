import type { Ref } from "react";

interface Props {
  ref: Ref<HTMLInputElement>;
  label: string;
  /** The extensions of files that can be chosen. */
  accept?: string;
  multiple?: boolean;
  /** Whether a whole folder is chosen instead of files. */
  folder?: boolean;
  choose: (files: readonly File[]) => void;
}

/** The browser's file dialog, opened by a button of the app. The same file can be chosen twice. */
export function FileInput({ ref, label, accept, multiple = false, folder = false, choose }: Props) {
  return (
    <input
      ref={ref}
      type="file"
      multiple={multiple}
      {...(folder ? { webkitdirectory: "" } : {})}
      accept={accept}
      className="hidden"
      aria-label={label}
      onChange={(event) => {
        const files = [...(event.currentTarget.files ?? [])];
        event.currentTarget.value = "";
        if (files.length > 0) choose(files);
      }}
    />
  );
}
