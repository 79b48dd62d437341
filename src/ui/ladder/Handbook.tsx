/** All pages of the ladder as the barn's handbook: on the screen, and on paper a skill to a block. */
import type { HandbookView } from "#contracts/views.ladder.ts";
import { plural } from "#ui/words/figures.ts";
import { SkillPage } from "./SkillPage.tsx";

export function Handbook({ view }: { view: HandbookView }) {
  return (
    <article className="max-w-3xl">
      <h1>{view.barn}: the handbook</h1>
      <p className="text-dim">
        {plural(
          view.branches.reduce((sum, { skills }) => sum + skills.length, 0),
          "skill",
        )}
        , as we work here. Vet, dentist, farrier and local law come first.
      </p>
      <ul className="columns-1 gap-6 py-2 sm:columns-2 print:columns-2">
        {view.branches.map((branch) => (
          <li key={branch.id} className="break-inside-avoid">
            <a href={`#branch-${branch.id}`}>{branch.words}</a> <span className="text-dim">({branch.skills.length})</span>
          </li>
        ))}
      </ul>
      {view.branches.map((branch) => (
        <section key={branch.id} aria-labelledby={`branch-${branch.id}`} className="print:break-before-page">
          <h2 id={`branch-${branch.id}`} className="border-b-2 border-rail pt-4">
            {branch.words}
          </h2>
          {branch.skills.map(({ skill, page }) => (
            <section
              key={skill.id}
              aria-labelledby={`skill-${skill.id}`}
              className="break-inside-avoid border-b border-line py-3"
            >
              <h3 id={`skill-${skill.id}`} className="text-xl">
                {skill.words}
              </h3>
              <SkillPage skill={skill} page={page} methods={view.methods} cues={view.cues} level={4} />
            </section>
          ))}
        </section>
      ))}
    </article>
  );
}
