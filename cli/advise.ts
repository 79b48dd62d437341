import { SKILLS } from "#core/ladder/skills.ts";
import { adviceOn, adviceVocabulary } from "./advise/answer.ts";
import { CaseFile } from "./advise/case.ts";
import { recordOf } from "./advise/record.ts";
import { fileCommand } from "./file-command.ts";

/** One horse on one day, read by the same core as the application's pages, without a database. */
export const adviseCommand = fileCommand(
  "one horse on one day: what it can do, what may be done with it, what to work, what is next",
  CaseFile,
  (file) => adviceOn(file, recordOf(file)),
);
export const vocabulary = () => adviceVocabulary(SKILLS);
