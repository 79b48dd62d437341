/** What this barn asks on every card, or on none: by hand, or as its manager's own changes of cards propose. */
import { here } from "#contracts/ladder.here.ts";
import type { BarnView } from "#contracts/views.barn.ts";
import { WAYS, type Way } from "#core/plan/ways.ts";
import { useKeyedEdits } from "#ui/kit/keyed-edits.tsx";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { plural } from "#ui/words/figures.ts";
import { skillWords } from "#ui/words/skills.ts";

const WAY: Readonly<Record<Way["way"], string>> = {
  "leave-out": "never on a card beside the main work",
  always: "on every card that allows it",
};

export function WaysEditor({ view }: { view: BarnView }) {
  useAwake();
  const { edits, put, save, saved, waits, panel } = useKeyedEdits<Way>({
    command: "barn/edit-ways",
    bodyOf: (ways) => ({ ways }),
    listOf: ({ ways }) => ways as Way[],
    kept: view.ways,
    version: view.version,
    keyOf: ({ skill }) => skill,
    labelOf: skillWords,
    say: (one) => (one === null ? "as the plan writes it" : WAY[one.way]),
  });
  const set = (skill: string, way: Way["way"] | null): void =>
    put([...edits.filter((one) => one.skill !== skill), ...(way ? [{ skill, way }] : [])]);
  const proposed = view.proposedWays.filter(({ skill }) => !edits.some((one) => one.skill === skill));
  return (
    <div className="grid max-w-3xl gap-5">
      <section aria-labelledby="ways-title" className="grid gap-2">
        <h2 id="ways-title">What every card includes</h2>
        <p>The plan chooses the main work of each session. You can choose what stands beside it, for all horses.</p>
        {edits.length === 0 && <p className="text-dim">Nothing yet. Every card is as the plan writes it.</p>}
        <ul className="grid gap-1">
          {[...edits]
            .sort((a, b) => skillWords(a.skill).localeCompare(skillWords(b.skill)))
            .map(({ skill, way }) => (
              <li key={skill} className="flex flex-wrap items-center gap-2 border-t border-line pt-1">
                <span className="min-w-56 font-semibold">{skillWords(skill)}</span>
                <select
                  aria-label={`On cards: ${skillWords(skill)}`}
                  className={`${BARE_INPUT} w-auto`}
                  value={way}
                  onChange={(event) => set(skill, event.target.value as Way["way"])}
                >
                  {WAYS.map((one) => (
                    <option key={one} value={one}>
                      {WAY[one]}
                    </option>
                  ))}
                </select>
                <Button aria-label={`${skillWords(skill)}: as the plan writes it`} onClick={() => set(skill, null)}>
                  Remove
                </Button>
              </li>
            ))}
        </ul>
        <label className="sign text-dim">
          Another skill
          <select
            className={`${BARE_INPUT} block font-sans text-ink`}
            value=""
            onChange={(event) => event.target.value && set(event.target.value, "leave-out")}
          >
            <option value="">Choose a skill</option>
            {here()
              .skills.filter(({ id }) => !edits.some(({ skill }) => skill === id))
              .map(({ id }) => (
                <option key={id} value={id}>
                  {skillWords(id)}
                </option>
              ))}
          </select>
        </label>
        {panel}
        <div className="flex items-center gap-3">
          <Button tone="main" disabled={waits} onClick={() => void save()}>
            Save
          </Button>
          <span role="status" className="text-dim">
            {saved ? "Saved. Plans are updated." : ""}
          </span>
        </div>
      </section>
      <section aria-labelledby="habit-title" className="grid gap-2">
        <h2 id="habit-title">Changes you often make</h2>
        {proposed.length === 0 && (
          <p className="text-dim">
            Nothing yet. A change shows here when it is made on three cards of two horses. Cards are written on each horse's plan.
          </p>
        )}
        <ul className="grid gap-1">
          {proposed.map(({ skill, way, cards, horses }) => (
            <li key={skill} className="flex flex-wrap items-center gap-2 border-t border-line pt-1">
              <span className="grow">
                You {way === "leave-out" ? "removed" : "added"} <strong>{skillWords(skill).toLowerCase()}</strong> on{" "}
                {plural(cards, "card")} of {plural(horses, "horse")}.
              </span>
              <Button onClick={() => set(skill, way)}>
                {way === "leave-out" ? "Leave it out of all cards" : "Put it on all cards"}
              </Button>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
