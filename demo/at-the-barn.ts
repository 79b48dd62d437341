/** Owners of the demo barn who take part: routines, visits, a second owner; and young horses that are measured as they grow. */
import type { LetterView } from "#contracts/views.owner.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { PHOTOS } from "./photos.ts";

interface Barn {
  readonly today: LocalDate;
  stayOf(horse: string): StayId | null;
  ask(route: string, input: unknown): Promise<unknown>;
  letterOf(stay: StayId): Promise<LetterView>;
}
const NOTHING = {
  girthCm: null,
  lengthCm: null,
  scaleKg: null,
  pulse: null,
  breaths: null,
  temperatureC: null,
  saddleFit: null,
  words: "",
};
/** Withers and croup of horses that grow, in days from today. */
const GROWTH = [
  { horse: "Blue Ledger", at: -30, withersCm: 149, croupCm: 151, condition: 5 },
  { horse: "Blue Ledger", at: -2, withersCm: 149.5, croupCm: 152, condition: 5.5 },
] as const;

/** On the day itself, as long as the horse is there. */
export async function photographed(barn: Barn, day: LocalDate): Promise<void> {
  for (const [i, { horse, at, skill, words, picture }] of PHOTOS.entries()) {
    const stay = barn.stayOf(horse);
    if (!stay || addDays(barn.today, at) !== day) continue;
    const id = `00000000-0000-4000-8000-00000000000${i}`;
    await barn.ask("media/add", {
      id,
      stay,
      card: null,
      evaluation: null,
      day,
      skill,
      side: "both",
      words,
      content: await picture(),
    });
  }
}
/** On the day itself, as long as the horse is there. */
export async function measured(barn: Barn, day: LocalDate): Promise<void> {
  for (const { horse, at, ...taken } of GROWTH) {
    const stay = barn.stayOf(horse);
    if (stay && addDays(barn.today, at) === day) await barn.ask("stay/measure", { ...NOTHING, ...taken, stay, day });
  }
}

export async function takePart(barn: Barn): Promise<void> {
  const { today } = barn;
  const rushes = barn.stayOf("Tin Whistle");
  if (rushes) {
    const { proposedSteps } = await barn.letterOf(rushes);
    const content = { daysAWeek: 2, steps: proposedSteps, words: "" };
    await barn.ask("owner/set-homework", { stay: rushes, since: null, content, send: true });
    const lesson = { kind: "lesson", minute: 600, plan: proposedSteps.slice(0, 3).map(({ skill }) => skill), words: "" };
    for (const [from, state] of [
      [-6, "given"],
      [2, "planned"],
    ] as const) {
      const help = state === "given" ? lesson.plan.slice(1, 2) : [];
      await barn.ask("owner/save-visit", {
        stay: rushes,
        id: null,
        version: null,
        content: { ...lesson, day: addDays(today, from), state, help },
      });
    }
  }
  const shared = barn.stayOf("Lantern Fee");
  if (shared)
    await barn.ask("owner/add-contact", {
      stay: shared,
      name: "Rosalba Ferreira-Quint",
      email: "rosalba@example.invalid",
      role: "agent",
    });
}
