import { sentenceOf, type EntriesFile } from "../api/client";
import { entriesAddress, readEntries } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { FileButton } from "../ui/file-button";

/** A heading over the crew’s own entries, with the way out to a file and in from one. */
export function OwnHeading({
  title,
  ids,
  of,
  onRefused,
  check,
}: {
  title: string;
  ids: string[];
  /** What is in the file: *descriptions*. */
  of: string;
  /** The sentence to show; nothing once it went well. */
  onRefused: (sentence: string | undefined) => void;
  /** What is wrong with a file for this place, if anything. */
  check?: (file: EntriesFile) => string | undefined;
}) {
  const { id } = useFloor();
  const { edit } = useEdits();
  async function take(chosen: File) {
    try {
      const file = await readEntries(id, await chosen.text());
      const wrong = check?.(file);
      if (wrong) return onRefused(wrong);
      const { entries = [], codecs = [] } = file;
      await edit([...entries.map((entry) => ({ do: "put-entry" as const, entry })), ...codecs.map((codec) => ({ do: "put-codec" as const, codec }))]);
      onRefused(undefined);
    } catch (error) {
      onRefused(sentenceOf(error));
    }
  }
  return (
    <h3 className="flex flex-wrap items-center gap-3 font-semibold">
      {title}
      {ids.length > 0 && (
        <a className="text-small font-normal underline decoration-dotted underline-offset-3" href={entriesAddress(id, ids)} download>
          Save them as a file
        </a>
      )}
      <span className="text-body font-normal">
        <FileButton label={`File of ${of}`} accept=".json,application/json" take={([file]) => file && void take(file)}>
          Take from a file
        </FileButton>
      </span>
    </h3>
  );
}
