/** A horse that another barn gave along, brought in as a record of the past. */
import { useState } from "react";
import type { ArchiveReport } from "#contracts/archive.ts";
import { here } from "#contracts/ladder.here.ts";
import { withKnownSkills } from "#core/import/known-skills.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { listed, plural } from "#ui/words/figures.ts";
import { TakeOut } from "./Came.tsx";

const LIMIT_MB = 60;
interface Chosen {
  readonly file: string;
  readonly archive: unknown;
  readonly unknown: readonly string[];
}
export function HorseFile() {
  const { busy, problem, clear, send } = useCommand();
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [wrong, setWrong] = useState("");
  const [done, setDone] = useState<ArchiveReport | null>(null);
  const choose = async (file: File | undefined): Promise<void> => {
    setChosen(null);
    setDone(null);
    setWrong("");
    clear();
    if (!file) return;
    if (file.size > LIMIT_MB * 1024 * 1024)
      return setWrong(`This file is larger than ${LIMIT_MB} MB. Ask the barn for one without photos and clips.`);
    try {
      const given: unknown = JSON.parse(await file.text());
      if ((given as { format?: unknown } | null)?.format !== "furlong-horse/1") throw new Error("another file");
      setChosen({ file: file.name, ...withKnownSkills(given, here()) });
    } catch {
      setWrong("This is not a complete horse file from Steady Furlong. Choose another file.");
    }
  };
  const take = async (): Promise<void> => {
    const answer = await send<ArchiveReport>("import/horse", { archive: chosen?.archive });
    if (answer.ok) setDone(answer.value);
  };
  return (
    <section aria-labelledby="horse-file-title">
      <h2 id="horse-file-title">A horse of another barn</h2>
      <p className="text-dim">
        The horse's file from the other barn (under Contract and holds there). It is added as past record. Book the stay here as
        usual.
      </p>
      <label className="sign mt-2 block text-dim" htmlFor="horse-file">
        File, .json
      </label>
      <input
        id="horse-file"
        type="file"
        accept=".json,application/json"
        className="mt-1 block min-h-10 w-full max-w-md rounded border border-edge p-1 file:mr-3 file:min-h-8 file:rounded file:border file:border-edge file:bg-paper file:px-3"
        onChange={(event) => void choose(event.target.files?.[0])}
      />
      <p role="alert" className="text-oxblood">
        {wrong}
      </p>
      {chosen && !done && (
        <>
          {chosen.unknown.length > 0 && (
            <p>
              Your ladder does not have {listed(chosen.unknown)}: scores of {chosen.unknown.length === 1 ? "it" : "these"} stay
              out.
            </p>
          )}
          <Button tone="main" disabled={busy} onClick={() => void take()}>
            Import this horse
          </Button>
          <Trouble problem={problem} />
        </>
      )}
      {done && (
        <div role="status" className="flex flex-wrap items-center gap-4">
          {plural(done.stays, "stay")}, {plural(done.sessions, "session")}, {plural(done.evaluations, "evaluation")} and{" "}
          {plural(done.photos, "photo")} are in
          {done.left > 0 && `; ${plural(done.left, "stay")} ${done.left === 1 ? "was" : "were"} here already`}.
          <TakeOut id={done.id} file={chosen?.file ?? ""} />
        </div>
      )}
    </section>
  );
}
