/** What came back from the owner: read or not, a question to be answered, how it goes at home. */
import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { FromOwner, LetterView } from "#contracts/views.owner.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { wentWorse } from "#core/home/check-back.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";
import { GOES_WORDS, SINCE_WORDS } from "#ui/words/owner.ts";

function Question({ asked }: { asked: FromOwner["answers"][number] }) {
  const [words, setWords] = useState("");
  const [sent, setSent] = useState(asked.answer);
  const { busy, problem, send } = useCommand();
  return (
    <div className={sent ? "" : "border-l-4 border-ochre pl-2"}>
      <p>
        <a href={`/report/${asked.issue}`}>Report {asked.issue}</a>: “{asked.question}”
      </p>
      {sent ? (
        <p className="whitespace-pre-wrap text-dim">Answered: {sent}</p>
      ) : (
        <form
          className="grid gap-1"
          onSubmit={async (event) => {
            event.preventDefault();
            if ((await send("owner/answer", { issue: asked.issue, answer: words })).ok) setSent(words);
          }}
        >
          <label className="sign text-dim">
            Your answer
            <textarea
              rows={3}
              maxLength={3000}
              className={`${INPUT} font-sans text-ink`}
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
          </label>
          <Trouble problem={problem} />
          <Button type="submit" className="justify-self-start" disabled={busy || words.trim() === ""}>
            Answer by e-mail and on their page
          </Button>
        </form>
      )}
    </div>
  );
}

export function FromOwnerPanel({ view }: { view: LetterView }) {
  const { answers, checkBacks } = view.from;
  const [seen, setSeen] = useState(checkBacks.every((back) => back.seen));
  const { busy, send } = useCommand();
  const read = answers.filter((one) => one.read).map(({ issue }) => issue);
  return (
    <section aria-labelledby="from-title" className="grid gap-2">
      <h2 id="from-title">From {view.toName}</h2>
      {answers.length + checkBacks.length === 0 && <p className="text-dim">Nothing yet.</p>}
      {read.length > 0 && <p>✓ Read: {read.map((issue) => `report ${issue}`).join(", ")}.</p>}
      {answers
        .filter(({ question }) => question !== "")
        .map((asked) => (
          <Question key={asked.issue} asked={asked} />
        ))}
      {checkBacks.map((back, i) => (
        <div key={`${back.day}${i}`} className="border-t border-line pt-1">
          <h3>News from home {sayDate(back.day)}</h3>
          <p>
            {back.goes === "well" ? "" : "▲ "}
            {GOES_WORDS[back.goes]}; {plural(back.daysAWeek, "day")} a week.
          </p>
          <ul>
            {back.skills.map(({ skill, since }) => (
              <li key={skill}>
                {here().of(skill).words}: {SINCE_WORDS[since]}
              </li>
            ))}
          </ul>
          {back.problem && (
            <p>
              “{view.problem}”: {SINCE_WORDS[back.problem]}
            </p>
          )}
          {back.words && <p>“{back.words}”</p>}
          {wentWorse(back) && (
            <p>
              ▲ Something got worse. <a href={`/horse/${view.stay}/owner?about=worse:${back.day}`}>See the suggested answer</a>
            </p>
          )}
        </div>
      ))}
      {!seen && (
        <Button
          className="justify-self-start"
          disabled={busy}
          onClick={async () => {
            if ((await send("owner/see-check-back", { stay: view.stay })).ok) setSeen(true);
          }}
        >
          Mark as read
        </Button>
      )}
    </section>
  );
}
