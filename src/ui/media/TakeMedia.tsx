/** A photo or a short clip taken on the phone, with what it shows; kept on the phone until the barn has it. */

import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import { CLIP_SECONDS } from "#contracts/media.ts";
import { newKey } from "#ui/kit/ask.ts";
import { INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useSubmit } from "#ui/offline/use-submit.ts";
import { SIDE } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";
import { taken } from "./shrink.ts";

interface Props {
  readonly me: string;
  readonly stay: string;
  readonly horse: string;
  readonly day: string;
  readonly card?: string;
  readonly evaluation?: string;
  /** What it may show: the work at hand. */
  readonly skills: readonly string[];
}
const SIDES = ["both", "left", "right"] as const;

export function TakeMedia({ me, stay, horse, day, card, evaluation, skills }: Props) {
  const [skill, setSkill] = useState("");
  const [side, setSide] = useState<(typeof SIDES)[number]>("both");
  const [words, setWords] = useState("");
  const [said, setSaid] = useState("");
  const { busy, problem, send } = useSubmit();
  const add = async (input: HTMLInputElement): Promise<void> => {
    const file = input.files?.[0];
    if (!file) return;
    setSaid(t("One moment…"));
    const one = await taken(file);
    input.value = "";
    if (!one.ok) return setSaid(one.why);
    const id = newKey();
    const sent = await send({
      person: me,
      subject: `media ${id}`,
      route: "media/add",
      input: {
        id,
        stay,
        card: card ?? null,
        evaluation: evaluation ?? null,
        day,
        skill: skill === "" ? null : skill,
        side: skill !== "" && here().find(skill)?.sided ? side : "both",
        words,
        content: one.content,
      },
      says: t(file.type.startsWith("video/") ? "{horse}: a clip" : "{horse}: a photo", { horse }),
      draft: null,
    });
    if (sent.state === "refused") return setSaid("");
    setWords("");
    setSaid(sent.state === "sent" ? t("✓ The barn has it.") : t("✓ Saved on this phone. It goes out by itself."));
  };
  return (
    <section aria-label={t("Photos and clips")} className="grid gap-2">
      <div className="grid grid-cols-2 gap-2">
        <label className="sign block text-dim">
          {t("Shows")}
          <select className={`${INPUT} h-14 font-sans text-ink`} value={skill} onChange={(event) => setSkill(event.target.value)}>
            <option value="">{t("the horse")}</option>
            {skills.map((id) => (
              <option key={id} value={id}>
                {t(here().of(id).words)}
              </option>
            ))}
          </select>
        </label>
        <label className="sign block text-dim">
          {t("Side")}
          <select
            className={`${INPUT} h-14 font-sans text-ink`}
            value={side}
            onChange={(event) => setSide(event.target.value as (typeof SIDES)[number])}
          >
            {SIDES.map((one) => (
              <option key={one} value={one}>
                {SIDE[one] || t("both")}
              </option>
            ))}
          </select>
        </label>
      </div>
      <label className="sign block text-dim">
        {t("Note on it")}
        <input
          maxLength={200}
          className={`${INPUT} h-14 font-sans text-ink`}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </label>
      <div className="grid grid-cols-2 gap-2">
        {(
          [
            [t("Take a photo"), "image/*"],
            [t("Take a clip, up to {seconds} s", { seconds: CLIP_SECONDS }), "video/*"],
          ] as const
        ).map(([label, accept]) => (
          <label
            key={accept}
            className="sign flex min-h-14 cursor-pointer items-center justify-center rounded border border-edge bg-paper px-2 text-center"
          >
            {label}
            <input
              type="file"
              accept={accept}
              capture="environment"
              disabled={busy}
              className="sr-only"
              onChange={(event) => void add(event.target)}
            />
          </label>
        ))}
      </div>
      <p role="status" className="text-dim">
        {busy ? t("Sending…") : said}
      </p>
      <Trouble problem={problem} />
    </section>
  );
}
