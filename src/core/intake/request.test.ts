import { describe, expect, it } from "vitest";
import { SHIPPED } from "#shipped/ladder.ts";
import { asksForGround, readOwner, readRequest, skillsComplainedOf } from "./request.ts";

/** Made-up requests, each with the goals that a manager would read in it; `ground`: of a horse that nothing is put on. */
type Asked = readonly [words: string, goals: readonly string[], ground?: boolean];
const ASKED: readonly Asked[] = [
  ["A quiet start. I would like to walk and trot him on the trails by the time the leaves turn.", ["outside"]],
  ["Manners only: leading, feet, trailer.", ["hind-feet", "trailer-stand"]],
  ["", []],
  ["To be caught in the field, and to stand at the block while I get on and after", ["catch", "block"]],
  ["Mounted for the first time", ["sit"]],
  ["He must be led, stop, and stand", ["stand"], true],
  ["Must be led, stop", ["stand"], true],
  ["On the ground only this summer, started next June", []],
  ["Ground work only. Halter, lead, feet; to be started next spring.", ["hind-feet"]],
  ["Groomed, sprayed, walk and trot in hand", ["spray", "trot-up"]],
  ["Stand still, jog on a loose rein", ["stand", "loose-rein-rate"]],
  ["Should load without a fight", ["trailer-stand"]],
  ["Will not load", ["trailer-stand"]],
  ["He won't stand to be mounted", ["block"]],
  ["She has no brakes", ["stop"]],
  ["No steering and no brakes", ["steer", "stop"]],
  ["No jumping, please. A steady canter.", ["canter"]],
  ["I don't want her to canter yet, just walk and trot", ["trot"]],
  ["No need to canter. Steers and stops.", ["steer", "stop"]],
  ["He does not need to trot; stopping is enough, and a stop that I can trust", ["stop"]],
  ["Each lead when it is asked", ["lead-setup"]],
  ["The right lead, which she never takes", ["lead-setup"]],
  ["A clean flying change both ways", ["lead-change"]],
  ["Collection, and one clean change of lead.", ["collection", "lead-change"]],
  ["Bucks at the canter", ["canter"]],
  ["Kind with his feet for the farrier", ["hind-feet"]],
  ["Fly spray and clippers", ["spray", "clippers"]],
  ["Hosed, blanketed, clipped", ["hose", "blanket", "clippers"]],
  ["Bad about her ears", ["face"]],
  ["Head shy since the sale", ["face"]],
  ["Worming is a battle", ["worming"]],
  ["Needle shy with the vet", ["vet-handling"]],
  ["Ties quietly. Stands tied for an hour.", ["tie"]],
  ["Tied without pulling back", ["tie"]],
  ["Crowds me at the gate", ["space"]],
  ["Pushy when led", ["space"]],
  ["Backs up when I ask", ["back-in-hand"]],
  ["Rein back under saddle", ["ride-back"]],
  ["Softer in the hand", ["soft-feel"]],
  ["Hard mouthed and leans on the bit", ["soft-feel"]],
  ["Braces in the neck", ["soften-brace"]],
  ["Takes the bit without throwing the head", ["bit"]],
  ["The saddle on by the end", ["saddle"]],
  ["Saddled and ground driven", ["saddle", "long-lines"]],
  ["Rushes when the rein is given", ["own-pace"]],
  ["She speeds up on the way home", ["own-pace"]],
  ["Wants to go at his own pace", ["own-pace"]],
  ["Transitions in rhythm, circles that stay round", ["circles"]],
  ["Leg yield and side pass", ["side-pass"]],
  ["Rollbacks and a stop", ["rollback", "stop"]],
  ["Opens and shuts a gate from the saddle", ["gates"]],
  ["Rideable in company", ["company"]],
  ["Goes out with other horses and alone", ["company"]],
  ["Hacks out alone", ["outside"]],
  ["Crosses creeks and bridges", ["obstacles", "outside"]],
  ["Trail rides", ["outside"]],
  ["A jump by the end of the term", ["cross-pole"]],
  ["A small course of fences", ["line-fences"]],
  ["Poles in trot", ["poles"]],
  ["My daughter should ride him in the arena", ["owner-ridden"]],
  ["Any rider can get on", ["other-rider"]],
  ["Started under saddle and safe to mount from both sides.", ["arena"]],
  ["Broke to ride", ["arena"]],
  ["One rein stop on both sides", ["bend-stop"]],
  ["Head down for the bridle", ["head-down"]],
  ["Settles after a fright", ["settle"]],
  ["Waits for his feed and is patient", ["wait"]],
  ["Liberty work", ["liberty"]],
  ["Canter in two years; for now she leads and ties", ["tie"]],
  ["When he is older he will jump. Lead and load.", ["trailer-stand"]],
  ["Some day a hack; now halter manners", ["space"]],
  ["Too young for riding: feet and leading", ["hind-feet"]],
  ["Not to be ridden. Brushes and fly mask.", ["groom", "fly-mask"]],
  ["Brave in the woods", []],
  ["A nice horse", []],
  ["Loads, ships and stands", ["trailer-stand"]],
  ["Must lead and load: he is shipped on the first of August", ["trailer-stand"]],
  ["Trots and canters on both hands", ["canter"]],
  ["Turns left without a fuss", ["steer"]],
  ["Clips, without twitching", ["clippers"]],
];

describe("an owner's request in his own words", () => {
  it.each(ASKED.map((asked) => [asked[0], asked] as const))("reads “%s”", (_, [words, goals, ground = false]) => {
    expect(
      readRequest(words, SHIPPED, { ground })
        .goals.map(({ skill }) => skill)
        .sort(),
    ).toEqual([...goals].sort());
  });
  it("is tried on eighty of them", () => expect(ASKED.length).toBeGreaterThanOrEqual(80));
  it("says what it could not read, and what is for later", () => {
    expect(readRequest("Steady at the trot, and brave in the woods. Canter next year.", SHIPPED)).toMatchObject({
      goals: [{ skill: "trot", words: "Steady at the trot".toLowerCase() }],
      notRead: ["and brave in the woods"],
      notNow: ["canter next year"],
    });
    expect(readRequest("He should be nice.", SHIPPED).notRead).toEqual([]);
  });
  it("keeps a horse that is barely handled on the ground where nobody speaks of riding", () => {
    expect(asksForGround("Must be led, stop", true)).toBe(true);
    expect(asksForGround("Halter, lead, and a quiet start", true)).toBe(false);
    expect(asksForGround("Ground work only", false)).toBe(true);
  });
});

/** Made-up complaints, each with the skills that a trainer would go to. */
const COMPLAINED: readonly (readonly [words: string, skills: readonly string[]])[] = [
  ["Will not load", ["trailer-stand"]],
  ["Pulls back when tied", ["tie"]],
  ["Hard to catch", ["catch"]],
  ["Bucks when the girth is done up", ["girth"]],
  ["Bucks", ["canter"]],
  ["Bolts in the canter", ["canter"]],
  ["Bolts", ["stop"]],
  ["Bites when girthed", ["girth"]],
  ["Cold backed in the morning", ["girth"]],
  ["Kicks when the hind feet are picked up", ["hind-feet"]],
  ["Walks off as soon as a foot is in the stirrup", ["stand-mounted"]],
  ["Rushes off after mounting", ["stand-mounted"]],
  ["Rushes", ["own-pace"]],
  ["Tosses her head", ["soft-feel"]],
  ["Falls in on the left circle", ["circles"]],
  ["Won't pick up the left lead", ["lead-setup"]],
  ["Spooks at plastic bags", ["rope-flag"]],
  ["Spooks", ["settle"]],
  ["Barges through everybody and nips", ["space"]],
  ["Rears when asked to go forward", ["forward"]],
  ["Naps", ["forward"]],
  ["Does not want to leave the yard", ["outside"]],
  ["Drags me when led", ["lead"]],
  ["Kicks out when you pick up a hind foot", ["hind-feet"]],
  ["Hard to shoe", ["hind-feet"]],
  ["Steps on my feet", ["space"]],
  ["Lazy", ["forward"]],
  ["Too fast in the trot", ["own-pace", "trot"]],
  ["Stiff to the right", ["circles"]],
  ["Jumps out of the pen", ["settle"]],
  ["Grinds his teeth", []],
  ["", []],
];
describe("a complaint", () => {
  it.each(COMPLAINED)("'%s' is about %j", (words, skills) => {
    expect(skillsComplainedOf({ words, during: [] }, SHIPPED)).toEqual(skills);
  });
  it("that names nothing is about what is done when it comes", () => {
    expect(skillsComplainedOf({ words: "Grinds his teeth", during: ["tied"] }, SHIPPED)).toEqual(["tie"]);
    expect(skillsComplainedOf({ words: "Bucks", during: ["tacking"] }, SHIPPED)).toEqual(["girth"]);
    expect(skillsComplainedOf({ words: "Bucks at the canter", during: ["tacking"] }, SHIPPED)).toEqual(["canter"]);
  });
  it("is a goal of its own beside what was asked for, unless nothing may be put on the horse", () => {
    const asked = { aim: "Quiet on the trails", complaint: "Bucks when the girth is done up", grounded: false, unhandled: false };
    const skills = (changes: Partial<typeof asked>) =>
      readOwner({ ...asked, ...changes }, SHIPPED).goals.map(({ skill }) => skill);
    expect(skills({})).toEqual(["outside", "girth"]);
    expect(skills({ aim: "Ground work only", complaint: "Bolts in the canter" })).toEqual([]);
    expect(readOwner({ ...asked, complaint: "Grinds his teeth" }, SHIPPED).notRead).toEqual(["Grinds his teeth"]);
  });
});
