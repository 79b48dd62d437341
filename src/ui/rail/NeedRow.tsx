/** A need of a horse: why, each way to meet it, and setting it aside with a reason. What a tap sends stands on the button; lane.ts sends it. */
import type { NeedView, Proposal } from "#contracts/views.ts";
import { Tag } from "#ui/kit/parts.tsx";
import { plural } from "#ui/words/figures.ts";
import { needTone, sayEvidence, sayNeed, sayProposal, sayVerb } from "#ui/words/needs.ts";
import { sayStepLaid } from "#ui/words/steps.ts";

const REASONS = ["We know, and it is being dealt with", "The owner decides", "Wait for the next session", "Not this week"];
const DAYS = [1, 3, 7, 14] as const;
const ROUTES = {
  "order-check": "check/order",
  "rest-skill": "plan/set-pins",
  "go-back": "plan/set-pins",
  "add-sessions": "week/set",
  "drop-goal": "plan/set-goals",
  "add-goal": "plan/set-goals",
  "lay-step": "plan/lay-step",
} as const;
const DONE = {
  "order-check": "Ordered.",
  "rest-skill": "Rested for a week. The plan is updated.",
  "go-back": "Rested for a week, and the skill before it comes next. The plan is updated.",
  "add-sessions": "Added to the week.",
  "drop-goal": "Goal removed. The plan is updated.",
  "add-goal": "Goal added. The plan is updated.",
  "lay-step": "On the day sheet.",
} as const;

/** One way to meet a need: a tap, or the page where it is decided. `short`: as a lane has room for. */
export function Way({ view, proposal, short = false }: { view: NeedView; proposal: Proposal; short?: boolean }) {
  const words = sayProposal(proposal, view.need);
  const shown = short ? sayVerb(proposal, view.need) : words;
  const look = `sign inline-flex items-center rounded border border-rail px-2 text-left text-ink no-underline ${short ? "min-h-7 text-sm leading-tight max-md:min-h-14" : "min-h-9"}`;
  return "path" in proposal ? (
    <a href={proposal.path} className={look} aria-label={short ? `${view.horse}: ${shown}` : undefined}>
      {shown}
    </a>
  ) : (
    <button
      type="button"
      data-take={ROUTES[proposal.code]}
      data-input={JSON.stringify(proposal.input)}
      data-done={DONE[proposal.code]}
      aria-label={`${view.horse}: ${words}`}
      title={words}
      className={`${look} bg-paper disabled:opacity-50`}
    >
      {shown}
    </button>
  );
}

export function NeedRow({ view }: { view: NeedView }) {
  const { need, proposals, about, stay } = view;
  const [usual] = proposals;
  const reasons = `reasons-${stay}`;
  return (
    <li className="grid gap-1 border-b border-line py-1.5 last:border-0">
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <Tag tone={needTone(need)}>{sayNeed(need)}</Tag>
        {usual?.code === "lay-step" && usual.step.proposed && (
          <span className="text-sm text-dim">{sayStepLaid(usual.step.proposed, false)}</span>
        )}
        {view.evidence.length > 0 && <span className="text-sm text-dim">{view.evidence.map(sayEvidence).join(" ")}</span>}
      </div>
      <div className="flex flex-wrap items-center gap-1">
        {proposals.map((proposal) => (
          <Way key={proposal.code} view={view} proposal={proposal} />
        ))}
        <details className="max-md:w-full">
          <summary
            className="sign min-h-9 cursor-pointer content-center px-2 text-slate"
            aria-label={`${view.horse}, ${sayNeed(need)}: remind me later`}
          >
            Remind me later
          </summary>
          <form
            data-defer={JSON.stringify({ stay, code: need.code, about })}
            className="flex flex-wrap items-end gap-2 border-l-4 border-line pl-3"
          >
            <label className="sign text-dim">
              Why
              <input
                name="reason"
                required
                maxLength={300}
                list={reasons}
                className="block min-h-9 w-72 max-w-full rounded border border-edge px-2 font-sans text-ink"
              />
            </label>
            <datalist id={reasons}>
              {REASONS.map((one) => (
                <option key={one} value={one} />
              ))}
            </datalist>
            <label className="sign text-dim">
              For
              <select name="days" defaultValue={3} className="block min-h-9 rounded border border-edge px-2 font-sans text-ink">
                {DAYS.map((one) => (
                  <option key={one} value={one}>
                    {plural(one, "day")}
                  </option>
                ))}
              </select>
            </label>
            <button type="submit" className="sign min-h-9 rounded border border-rail bg-paper px-3">
              Save
            </button>
          </form>
        </details>
      </div>
    </li>
  );
}
