/** The people and horses of Quillfern Farm: all made up. */
import type { HoldKind } from "#core/calendar/holds.ts";
import type { HorseClass, HorseKind, Sex } from "#core/horse/horse.ts";
import type { MethodId } from "#core/ladder/methods.ts";
import type { AddPerson } from "#contracts/people.ts";

export const DEMO_PASSWORD = "hay before noon";

type Row = [name: string, signIn: string, role: AddPerson["person"]["role"], grade: 1 | 2 | 3 | 4 | 5, weightKg: number | null, worksDays: (1 | 2 | 3 | 4 | 5 | 6)[]];
const week: (1 | 2 | 3 | 4 | 5 | 6)[] = [1, 2, 3, 4, 5, 6];
const rows: Row[] = [
  ["Odalys Brandt", "odalys", "manager", 5, 70, week],
  ["Tavish Okonjo", "tavish", "rider", 5, 84.5, week],
  ["Wren Castellanos", "wren", "rider", 4, 61, week],
  ["Ines Halvorsen", "ines", "rider", 3, 58.5, [1, 2, 3, 4, 6]],
  ["Bertil Nakagawa", "bertil", "rider", 4, 79, week],
  ["Paloma Reyes-Quist", "paloma", "rider", 3, 64, [2, 3, 4, 5, 6]],
  ["Jory Ambler", "jory", "helper", 3, null, week],
  ["Minna Tarrow", "minna", "helper", 2, null, week],
  ["Sef Oduya", "sef", "helper", 1, null, [1, 2, 3, 4, 5]],
];
export const PEOPLE: AddPerson[] = rows.map(([name, signIn, role, grade, weightKg, worksDays]) => ({
  signIn,
  password: DEMO_PASSWORD,
  person: { name, role, grade, weightKg, rides: role !== "helper", worksDays, worksFrom: 7 * 60, worksTo: 16 * 60, maxSaddle: role === "rider" ? 5 : role === "manager" ? 1 : 0 },
}));

export interface Character {
  readonly horse: string;
  readonly client: string;
  readonly kind: HorseKind;
  readonly class: HorseClass;
  readonly sex: Sex;
  readonly born: number | null;
  readonly heightCm: number;
  readonly girthCm: number;
  readonly lengthCm: number;
  readonly fitness: "fit" | "unfit" | "unknown";
  readonly aim: string;
  readonly length: 30 | 60 | 90;
  /** Day of arrival, in days from today. */
  readonly arrives: number;
  readonly sessionsAWeek: number;
  readonly method: MethodId;
  readonly counting?: "sessions";
  readonly after: { days: number | null; level: "unknown" | "novice" | "steady" | "able"; words: string };
  /** How fast it learns against the typical horse, and which side lags by how much. */
  readonly pace: number;
  readonly lag: { side: "left" | "right"; by: number };
  readonly hot: number;
  readonly signs: readonly (readonly [rung: string, sign: string, side: "left" | "right" | "both", strength: 1 | 2 | 3])[];
  readonly holds?: readonly { kind: HoldKind; from: number; to: number | null; reason: string }[];
  /** Days from today on which nobody had time for it. */
  readonly neglected?: readonly [number, number];
  /** From this day on (in days from today) nothing improves on its hard side. */
  readonly stallsFrom?: number;
  readonly goesHome?: number;
}

const at = { days: 3, level: "steady", words: "" } as const;

export const HORSES: readonly Character[] = [
  { horse: "Brickle", client: "Thaddeus Orlov", kind: "halter", class: "adult", sex: "gelding", born: 2023, heightCm: 152, girthCm: 172, lengthCm: 150, fitness: "unknown", aim: "A quiet start. I would like to walk and trot him on the trails by the time the leaves turn.", length: 60, arrives: -1, sessionsAWeek: 5, method: "quiet-steps", after: { days: 3, level: "novice", words: "Trails, a loose ring snaffle, mostly alone." }, pace: 1, lag: { side: "right", by: 0.8 }, hot: 0.2, signs: [] },
  { horse: "Tin Whistle", client: "Yusra Bellweather", kind: "started", class: "adult", sex: "mare", born: 2020, heightCm: 154, girthCm: 180, lengthCm: 158, fitness: "fit", aim: "She rushes when the rein is given. I want a trot that I can sit and a stop that I can trust.", length: 30, arrives: -27, sessionsAWeek: 5, method: "quiet-steps", after: { days: 4, level: "steady", words: "Arena twice a week, hacking otherwise." }, pace: 1.3, lag: { side: "left", by: 0.7 }, hot: 0.3, signs: [["saddle", "runs-on", "both", 2], ["lead", "head-high", "both", 1]] },
  { horse: "Pocket Almanac", client: "The Marchetti-Lund family", kind: "started", class: "pony", sex: "gelding", born: 2019, heightCm: 128, girthCm: 158, lengthCm: 140, fitness: "fit", aim: "Our daughter is eleven. He should lead, load and carry her at the walk and trot without stopping at the gate.", length: 60, arrives: -34, sessionsAWeek: 4, method: "quiet-steps", after: { days: 3, level: "novice", words: "A child with a parent on the ground." }, pace: 1.1, lag: { side: "right", by: 0.5 }, hot: 0.1, signs: [["send", "sucks-back", "both", 2], ["lead", "near-horses", "both", 1]] },
  { horse: "Saltmarsh", client: "Corwin Vantongeren", kind: "restart", class: "adult", sex: "gelding", born: 2020, heightCm: 156, girthCm: 186, lengthCm: 160, fitness: "fit", aim: "He bucked at the canter with two riders. Find out why, and put it right if it can be.", length: 60, arrives: -29, sessionsAWeek: 5, method: "ground-first", after: { days: 3, level: "able", words: "Working cattle in autumn." }, pace: 0.9, lag: { side: "left", by: 1 }, hot: 0.5, signs: [["tack", "girthy", "left", 3], ["send", "bucks", "left", 2], ["handle", "touchy-flank", "left", 2]], holds: [{ kind: "vet", from: -6, to: null, reason: "Girthy on the near side and worse since Thursday: vet to look at back and stomach before any more work." }] },
  { horse: "Oatfield Rumor", client: "Philippa Dunmore-Achebe", kind: "halter", class: "adult", sex: "mare", born: 2022, heightCm: 150, girthCm: 174, lengthCm: 152, fitness: "unfit", aim: "Started under saddle and safe to mount from both sides.", length: 60, arrives: -44, sessionsAWeek: 5, method: "quiet-steps", after: { days: 5, level: "steady", words: "Dressage lessons once a week." }, pace: 1.1, lag: { side: "right", by: 1.1 }, hot: 0.2, signs: [["send", "one-side", "right", 2]], stallsFrom: -24 },
  { horse: "Marzipan Toll", client: "Hesper Quandt", kind: "started", class: "adult", sex: "mare", born: 2018, heightCm: 158, girthCm: 190, lengthCm: 164, fitness: "fit", aim: "Collection, and one clean change of lead.", length: 90, arrives: -52, sessionsAWeek: 5, method: "classical-line", after: { days: 5, level: "able", words: "Competes at small shows." }, pace: 1.2, lag: { side: "right", by: 0.6 }, hot: 0.2, signs: [["saddle", "busy-mouth", "both", 1]], holds: [{ kind: "owner", from: -13, to: -4, reason: "Home for the family's ride; back on the hill with ten days off." }] },
  { horse: "Juniper Tax", client: "Anselm Rourke-Idowu", kind: "halter", class: "adult", sex: "gelding", born: 2022, heightCm: 155, girthCm: 178, lengthCm: 156, fitness: "unfit", aim: "Catch, tie, feet and trailer, and the saddle on by the end.", length: 30, arrives: -20, sessionsAWeek: 5, method: "quiet-steps", after: at, pace: 1, lag: { side: "left", by: 0.4 }, hot: 0.2, signs: [["handle", "foot-refused", "both", 2]], neglected: [-11, -5] },
  { horse: "Lantern Fee", client: "Brigid Okafor-Lindqvist", kind: "started", class: "adult", sex: "stallion", born: 2019, heightCm: 157, girthCm: 188, lengthCm: 160, fitness: "fit", aim: "He is a good horse alone. I want him rideable in company.", length: 60, arrives: -38, sessionsAWeek: 5, method: "classical-line", after: { days: 4, level: "able", words: "Shares a yard with mares." }, pace: 1.2, lag: { side: "left", by: 0.5 }, hot: 0.4, signs: [["lead", "near-horses", "both", 3]] },
  { horse: "Copperplate", client: "Wilhelmina Prowse", kind: "started", class: "adult", sex: "mare", born: 2017, heightCm: 160, girthCm: 192, lengthCm: 166, fitness: "fit", aim: "Softer in the hand, and leads from a set-up on both reins.", length: 90, arrives: -48, sessionsAWeek: 4, method: "classical-line", after: { days: 4, level: "able", words: "" }, pace: 1.3, lag: { side: "left", by: 0.6 }, hot: 0.1, signs: [] },
  { horse: "Second Helping", client: "Dashiell Umberto-Kray", kind: "halter", class: "adult", sex: "gelding", born: 2021, heightCm: 151, girthCm: 176, lengthCm: 154, fitness: "fit", aim: "A thirty-day start that I can go on with at home.", length: 30, arrives: -40, sessionsAWeek: 5, method: "quiet-steps", after: { days: 3, level: "steady", words: "" }, pace: 1.5, lag: { side: "right", by: 0.5 }, hot: 0.1, signs: [], goesHome: -10 },
  { horse: "Odd Thursday", client: "Fenella Brask", kind: "restart", class: "adult", sex: "mare", born: 2019, heightCm: 153, girthCm: 182, lengthCm: 158, fitness: "unknown", aim: "Sold to me as broke. I would like to know what she really knows, and go on from there.", length: 60, arrives: -16, sessionsAWeek: 5, method: "quiet-steps", after: at, pace: 1.4, lag: { side: "left", by: 0.7 }, hot: 0.2, signs: [["block", "kinked-tail", "right", 1]] },
  { horse: "Gannet", client: "Ptolemy Ashgrove", kind: "started", class: "adult", sex: "gelding", born: 2020, heightCm: 163, girthCm: 188, lengthCm: 168, fitness: "fit", aim: "Straight off the track. Teach him to walk on a loose rein and to stand for mounting.", length: 60, arrives: -23, sessionsAWeek: 5, method: "quiet-steps", after: { days: 4, level: "steady", words: "Low jumping next year." }, pace: 1.2, lag: { side: "right", by: 1.2 }, hot: 0.5, signs: [["saddle", "runs-on", "both", 2], ["lead", "head-high", "both", 2]] },
  { horse: "Blue Ledger", client: "Isaura Whitlock-Tane", kind: "halter", class: "adult", sex: "mare", born: 2023, heightCm: 149, girthCm: 170, lengthCm: 148, fitness: "unfit", aim: "No hurry. Ground work, and sat on only if she says so.", length: 60, arrives: -19, sessionsAWeek: 4, method: "ground-first", after: { days: 2, level: "novice", words: "She will be turned out over the winter." }, pace: 0.9, lag: { side: "right", by: 0.9 }, hot: 0.2, signs: [] },
  { horse: "Small Thunder", client: "Gideon Maplethorpe", kind: "unhandled", class: "pony", sex: "stallion", born: null, heightCm: 122, girthCm: 148, lengthCm: 130, fitness: "unknown", aim: "Halter, lead and load in time for the trip in spring.", length: 30, arrives: 5, sessionsAWeek: 6, method: "quiet-steps", counting: "sessions", after: { days: null, level: "unknown", words: "" }, pace: 1, lag: { side: "right", by: 1 }, hot: 0.4, signs: [] },
  { horse: "Kettle Hill", client: "Ottoline Farraday", kind: "halter", class: "yearling", sex: "mare", born: 2025, heightCm: 138, girthCm: 150, lengthCm: 128, fitness: "unknown", aim: "Manners only: leading, feet, trailer. She is far too young for more.", length: 30, arrives: -12, sessionsAWeek: 3, method: "quiet-steps", after: { days: 2, level: "steady", words: "" }, pace: 1.2, lag: { side: "right", by: 0.3 }, hot: 0.1, signs: [["handle", "foot-refused", "left", 1]] },
  { horse: "Mothwing", client: "Leocadia Sundquist", kind: "unhandled", class: "adult", sex: "mare", born: 2021, heightCm: 147, girthCm: 168, lengthCm: 148, fitness: "unfit", aim: "Range-bred. She must halter, lead and stand for the farrier before I can take her home.", length: 60, arrives: -26, sessionsAWeek: 5, method: "quiet-steps", counting: "sessions", after: { days: 3, level: "able", words: "" }, pace: 0.8, lag: { side: "right", by: 1.2 }, hot: 0.5, signs: [["lead", "head-shy", "right", 2], ["handle", "touchy-flank", "right", 2]] },
];
export const APART: readonly (readonly [string, string])[] = [["Lantern Fee", "Copperplate"]];
