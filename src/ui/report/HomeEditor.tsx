/** The programme for home, made the manager's own: what is left out, how it is asked, minutes, the day on which the horse comes back. */
import type { ReactNode } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { HomeWords } from "#contracts/report.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { dontKey, type HomeRecord, howKey, type ShownHome } from "#core/home/own-words.ts";
import { HOME_MINUTES } from "#core/home/programme.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { plural } from "#ui/words/figures.ts";
import { DONT } from "#ui/words/home.ts";

interface Row {
  readonly key: string;
  readonly name: string;
  readonly words: string;
}
interface Props {
  readonly stay: StayId;
  readonly record: Omit<HomeRecord, "ladder">;
  readonly words: HomeWords;
  /** As it would be shown with these words; null: there is nothing to keep yet. */
  readonly plan: ShownHome | null;
  /** Where the manager writes; the rich text is fetched by the editor around this. */
  readonly prose: ReactNode;
  onChange(part: Partial<HomeWords>): void;
}

export function HomeEditor({ stay, record, words, plan, prose, onChange }: Props) {
  const { proposedBack } = record;
  const { on, words: why } = words.back ?? proposedBack ?? { on: null, words: "" };
  const days = record.daysAWeek === null ? "days a week not set" : plural(record.daysAWeek, "day");
  const rows: readonly Row[] = [
    ...(plan?.how ?? []).map(({ skill, words: how }) => ({ key: howKey(skill), name: here().of(skill).words, words: how })),
    ...(plan?.donts ?? []).map((dont) => ({ key: dontKey(dont), name: "Do not", words: plan?.said[dont] ?? DONT[dont] })),
  ];
  const leave = (key: string): void => onChange({ left: [...words.left, key] });
  const put = (key: string, text: string): void =>
    onChange({ edits: [...words.edits.filter((one) => one.key !== key), ...(text.trim() === "" ? [] : [{ key, text }])] });
  const goneEdits = words.edits.filter(({ key }) => !rows.some((row) => row.key === key) && !words.left.includes(key));
  const nameOf = (key: string): string => {
    const [, id = ""] = key.split(":");
    return here().find(id)?.words ?? DONT[id as keyof typeof DONT] ?? id;
  };
  return (
    <div className="grid gap-2 border-t border-line pt-2">
      <h3>At home</h3>
      {plan === null && (
        <p className="text-sm text-dim">No skill is at 3 or better yet, so there is nothing to practise at home.</p>
      )}
      <p className="text-sm text-dim">
        The owner works the horse: {days}. <a href={`/horse/${stay}/terms`}>Change</a>
      </p>
      <div className="flex flex-wrap gap-3">
        <label className="sign text-dim">
          Minutes a day
          <input
            type="number"
            min={HOME_MINUTES.from}
            max={HOME_MINUTES.to}
            placeholder="as suggested"
            className={`${INPUT} w-32 font-sans text-ink`}
            value={words.minutes ?? ""}
            onChange={(event) => onChange({ minutes: event.target.value === "" ? null : Math.round(Number(event.target.value)) })}
          />
        </label>
        <label className="sign text-dim">
          Comes back on
          <input
            type="date"
            className={`${INPUT} font-sans text-ink`}
            value={on ?? ""}
            onChange={(event) => onChange({ back: { on: (event.target.value || null) as LocalDate | null, words: why } })}
          />
        </label>
        <label className="sign grow text-dim">
          What for
          <input
            maxLength={300}
            placeholder={proposedBack ? "to be started under saddle" : ""}
            className={`${INPUT} font-sans text-ink`}
            value={why}
            onChange={(event) => onChange({ back: { on, words: event.target.value } })}
          />
        </label>
      </div>
      <ul>
        {rows.map(({ key, name, words: text }) => (
          <li key={key} className="flex items-end gap-2 border-b border-line py-1 text-sm">
            <label className="sign grow text-dim">
              {name}
              <textarea
                rows={2}
                maxLength={1000}
                className={`${INPUT} font-sans text-ink`}
                value={text}
                onChange={(event) => put(key, event.target.value)}
              />
            </label>
            <Button aria-label={`Leave it out: ${name}`} onClick={() => leave(key)}>
              Leave it out
            </Button>
          </li>
        ))}
      </ul>
      {words.left.map((key) => (
        <p key={key} className="text-sm text-dim">
          Left out: <s>{nameOf(key)}</s>{" "}
          <Button
            aria-label={`Put it back: ${nameOf(key)}`}
            onClick={() => onChange({ left: words.left.filter((one) => one !== key) })}
          >
            Put it back
          </Button>
        </p>
      ))}
      {goneEdits.map(({ key, text }) => (
        <p key={key} className="border-l-4 border-ochre pl-2 text-sm">
          ▲ This is no longer in the home plan, so the owner does not see it: <s>{text}</s>{" "}
          <Button onClick={() => put(key, "")}>Drop it</Button>
        </p>
      ))}
      {prose}
    </div>
  );
}
