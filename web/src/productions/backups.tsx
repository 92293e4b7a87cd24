import { useState } from "react";
import { sentenceOf, type BackupAnswer } from "../api/client";
import { useListActions } from "../api/queries";
import { Button } from "../ui/button";
import { FileButton } from "../ui/file-button";

/** The name of a backup that is made today: *West Rail 2026-12-01.sqlite*. */
const named = () => `West Rail ${new Date().toLocaleDateString("sv")}.sqlite`;

const productions = (count: number) => (count === 1 ? "1 production" : `${count} productions`);

/** Everything that is kept, saved as one file, and put back from one. What a backup takes the place of is kept, and
 *  can be put back. */
export function Backups() {
  const { restoreBackup, undoRestore } = useListActions();
  const [restored, setRestored] = useState<BackupAnswer & { from?: string }>();
  const [problem, setProblem] = useState<string>();
  const busy = restoreBackup.isPending || undoRestore.isPending;

  async function restore(work: Promise<BackupAnswer>, from?: string) {
    setProblem(undefined);
    setRestored(undefined);
    try {
      setRestored({ ...(await work), from });
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  }

  return (
    <section aria-labelledby="backup" className="mt-6">
      <h2 id="backup" className="font-semibold">
        Backup
      </h2>
      <p className="text-dim">All productions with their history, as one file. Copy that one to a stick, not the data file while it is in use.</p>
      <p className="mt-2 flex flex-wrap gap-2">
        <a href="/api/backup" download={named()} className="border border-rule bg-raised px-2.5 py-1 hover:border-dim">
          Save a backup
        </a>
        <FileButton
          label="Backup to restore"
          accept=".sqlite,application/vnd.sqlite3"
          take={([file]) => file && void restore(restoreBackup.mutateAsync(file), file.name)}
        >
          Restore a backup
        </FileButton>
      </p>
      <div aria-live="polite">
        {busy && <p className="mt-2 animate-[appear_0.2s_step-end_both] text-dim">Reading the backup…</p>}
        {problem && <p className="mt-2 border border-stop px-3 py-2 text-stop">{problem}</p>}
        {restored && (
          <p className="mt-2 flex flex-wrap items-center gap-3 border border-rule bg-raised px-3 py-2">
            <span className="min-w-0 flex-1 break-words">
              {restored.from ? `${productions(restored.productions)} from ${restored.from}.` : `${productions(restored.productions)} as before.`}
              {restored.incomplete && " The newest changes are missing: the file that held them wasn’t copied with it."} What was there is kept beside the data
              file as {restored.kept}.
            </span>
            <Button onClick={() => void restore(undoRestore.mutateAsync())}>Undo</Button>
          </p>
        )}
      </div>
    </section>
  );
}
