/** A command of ours: what goes wrong is said in one line, and the exit code tells. */
export const runCommandLine = (run: (words: readonly string[]) => Promise<void>): void => {
  run(process.argv.slice(2)).then(
    () => process.exit(0),
    (error: unknown) => {
      console.error(error instanceof Error ? error.message : error);
      process.exit(1);
    },
  );
};
