import type { z } from "zod/mini";
import { decode } from "#contracts/decode.ts";

export type Options = Readonly<Record<string, number>>;
export interface FileCommand {
  /** One line for --help. */
  readonly about: string;
  /** Options of the form `--name N`, each with its lowest and highest. */
  readonly options?: Readonly<Record<string, readonly [number, number]>>;
  /** Options that stand alone; given they are 1. */
  readonly flags?: readonly string[];
  /** From the file's JSON to the answer's, or a promise of it; throws a Failure on bad input. */
  run(input: unknown, options: Options): unknown;
}

/** Bad input: the path of the field and the mend. */
export class Failure extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}
/** Nothing was found in time that keeps every rule: the best there is, and what it does not keep. */
export class Unfinished extends Error {
  constructor(
    readonly best: unknown,
    message: string,
  ) {
    super(message);
  }
}
export const fail = (path: string, message: string): never => {
  throw new Failure(path, message);
};

/** A command whose input must fit the schema; the first field that does not is named. */
export const fileCommand = <S extends z.core.$ZodType>(
  about: string,
  schema: S,
  run: (input: z.output<S>, options: Options) => unknown,
  options: FileCommand["options"] = {},
  flags: FileCommand["flags"] = [],
): FileCommand => ({
  about,
  options,
  flags,
  run: (input, given) => {
    const decoded = decode(schema, input);
    if (decoded.ok) return run(decoded.value, given);
    const [first] = decoded.error;
    return fail(first?.path || "file", first?.message ?? "This is not the format of docs/formats.md.");
  },
});
