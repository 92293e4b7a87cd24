interface Props {
  children: string;
  /** What the input is called where the words on it don't say enough. */
  label?: string;
  accept: string;
  multiple?: boolean;
  take: (files: File[]) => void;
}

/** A button that asks for a file. The same file can be taken again. */
export function FileButton({ children, label, accept, multiple, take }: Props) {
  return (
    <label className="cursor-pointer border border-rule bg-raised px-2.5 py-1 hover:border-dim focus-within:outline-2">
      {children}
      <input
        type="file"
        aria-label={label}
        multiple={multiple}
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          if (files.length > 0) take(files);
          event.target.value = "";
        }}
      />
    </label>
  );
}
