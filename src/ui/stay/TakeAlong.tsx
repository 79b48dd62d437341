/** Everything that was written of this horse, as a file for its owner or its next barn. */
export const TakeAlong = ({ stay, horse }: { stay: string; horse: string }) => (
  <section aria-labelledby="along-title">
    <h2 id="along-title">{horse}'s record to export</h2>
    <p className="text-dim">
      Every stay with sessions, scores, evaluations, measures, checks and reports, for the owner or the next barn.
    </p>
    <p className="mt-1 flex flex-wrap gap-4">
      <a href={`/api/horse-archive/${stay}.json`} download>
        With photos and clips
      </a>
      <a href={`/api/horse-archive/${stay}.json?photos=no`} download>
        Without them
      </a>
    </p>
  </section>
);
