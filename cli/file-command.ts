import type { z } from "zod/mini";
import { decode } from "#contracts/decode.ts";

export interface FileCommand {
  /** One line for --help. */
  readonly about: string;
  /** From the file's JSON to the answer's; throws a Failure on bad input. */
  run(input: unknown): unknown;
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
export const fail = (path: string, message: string): never => {
  throw new Failure(path, message);
};

/** A command whose input must fit the schema; the first field that does not is named. */
export const fileCommand = <S extends z.core.$ZodType>(
  about: string,
  schema: S,
  run: (input: z.output<S>) => unknown,
): FileCommand => ({
  about,
  run: (input) => {
    const decoded = decode(schema, input);
    if (decoded.ok) return run(decoded.value);
    const [first] = decoded.error;
    return fail(first?.path || "file", first?.message ?? "This is not the format of docs/formats.md.");
  },
});
