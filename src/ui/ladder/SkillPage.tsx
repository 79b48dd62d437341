/** One skill, read in the barn aisle by somebody holding a horse: short steps, one thing to look at, a clear end. The same on a screen and in the handbook. */
import { here } from "#contracts/ladder.here.ts";
import type { SkillView } from "#contracts/views.ladder.ts";
import { type School, schoolsFor } from "#core/ladder/skill.ts";
import { inner, listed, outer } from "#ui/words/figures.ts";
import { sayTable } from "#ui/words/measures.ts";
import { BEARS_WORDS, PLACE } from "#ui/words/plan.ts";

/** What holds under each answer, with the methods that give it. */
function schoolLines(schools: readonly School[], methods: SkillView["methods"]): readonly { words: string; by: string }[] {
  const said = schools.map((school) => ({
    words: school.words,
    by: methods.filter((method) => schoolsFor([school], method).length > 0).map((method) => method.words),
  }));
  return said.filter(({ by }) => by.length > 0).map(({ words, by }) => ({ words, by: listed(by) }));
}

export function SkillPage({
  skill,
  page,
  methods,
  cues,
  level = 2,
}: Pick<SkillView, "skill" | "page" | "methods" | "cues"> & { level?: 2 | 4 }) {
  const Head = `h${level}` as const;
  const facts = [
    skill.sided ? "scored left and right" : "scored once",
    `on the horse's back: ${BEARS_WORDS[skill.bears]}`,
    `rider's grade ${skill.grade}`,
    ...(skill.second ? ["a second person there"] : []),
    ...(skill.specialist ? ["the most experienced rider only"] : []),
    `worked ${PLACE[skill.place] === "anywhere" ? "anywhere" : `in: ${PLACE[skill.place]}`}`,
    `about ${skill.to3} sessions to a 3, ${skill.to4} more to a 4`,
  ];
  return (
    <div>
      {skill.caution && <p className="border-l-4 border-oxblood bg-oxblood-soft px-2 py-1 text-oxblood">■ {skill.caution}</p>}
      {page ? (
        <>
          <p className="py-1 text-lg">{page.what}</p>
          <Head className="sign pt-2">How to ask</Head>
          <ol className="list-decimal pl-6">
            {page.ask.map((step) => (
              <li key={step} className="py-0.5">
                {step}
              </li>
            ))}
          </ol>
          <p className="pt-2">
            <strong>Release.</strong> {page.release}
          </p>
          {schoolLines(page.schools, methods).map(({ words, by }) => (
            <p key={words}>
              <strong>{by}:</strong> {words}
            </p>
          ))}
          <Head className="sign pt-2">What each score looks like</Head>
          <ol className="pl-0">
            {page.scores.map((words, score) => (
              <li key={score} className="flex gap-2 border-t border-line py-0.5">
                <strong className="sign w-6 shrink-0 text-center">{score}</strong> <span>{words}</span>
              </li>
            ))}
          </ol>
          {skill.measure && (
            <p className="pt-1">
              <strong>Counted or timed:</strong> {skill.measure.words}: {sayTable(skill.measure)}.
            </p>
          )}
          {page.mistakes && (
            <p className="pt-2">
              <strong>Usual mistakes.</strong> {page.mistakes}
            </p>
          )}
          <p className="mt-2 border-l-4 border-ochre bg-ochre-soft px-2 py-1">
            <strong>▲ Stop when.</strong> {page.stopWhen}
          </p>
          {page.forOwner && (
            <p className="mt-2 border-l-4 border-slate bg-slate-soft px-2 py-1">
              <strong>For the owner.</strong> {page.forOwner}
            </p>
          )}
        </>
      ) : (
        <p className="py-2">This page is empty. A manager can write it below.</p>
      )}
      <p className="pt-2 text-sm text-dim">
        {skill.cues.length > 0 && `Cue: ${listed(skill.cues.map((cue) => `“${cues[cue]}”`))}. `}
        {skill.after.length > 0 && `Needs first: ${listed(skill.after.map((id) => inner(here().find(id)?.words ?? id)))}. `}
        {outer(facts.join(" · "))}.
      </p>
    </div>
  );
}
