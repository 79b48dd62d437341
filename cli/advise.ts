import { decode } from "#contracts/decode.ts";
import { keptOf } from "#contracts/ladder.file.ts";
import { ladderIs } from "#contracts/ladder.here.ts";
import { LadderFile } from "#contracts/ladder.ts";
import { ladderEditFaults } from "#core/ladder/faults.ts";
import { type Ladder, ladderFrom } from "#core/ladder/ladder.ts";
import { SHIPPED } from "#shipped/ladder.ts";
import { adviceOn } from "./advise/answer.ts";
import { CaseFile } from "./advise/case.ts";
import { recordOf } from "./advise/record.ts";
import { adviceVocabulary } from "./advise/vocabulary.ts";
import { type FileCommand, fail, fileCommand } from "./file-command.ts";

/** The barn's own ladder where the file brings one: the skills of the case are looked up on it. */
function ladderIn(input: unknown): Ladder {
  const given = (input as { barn?: { ladder?: unknown } } | null)?.barn?.ladder ?? null;
  if (given === null) return SHIPPED;
  const decoded = decode(LadderFile, given);
  if (!decoded.ok) return fail(`barn.ladder.${decoded.error[0]?.path}`, decoded.error[0]?.message ?? "Not a ladder.");
  const kept = keptOf(decoded.value);
  const [fault] = ladderEditFaults(kept);
  return fault ? fail("barn.ladder", `Not a ladder: ${JSON.stringify(fault)}.`) : ladderFrom(kept);
}

const advise = (ladder: Ladder): FileCommand =>
  fileCommand("one horse on one day: what it can do, what may be done with it, what to work, what is next", CaseFile, (file) =>
    adviceOn(file, recordOf(file, ladder)),
  );

/** One horse on one day, read by the same core as the application's pages, without a database. */
export const adviseCommand: FileCommand = {
  ...advise(SHIPPED),
  run: (input, options) => {
    const ladder = ladderIn(input);
    ladderIs(ladder);
    return advise(ladder).run(input, options);
  },
};
export const vocabulary = () => adviceVocabulary(SHIPPED.skills);
