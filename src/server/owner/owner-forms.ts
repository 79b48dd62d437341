/** The fields of an owner's forms as the schemas want them. */
export function checkBackOf(form: Readonly<Record<string, string>>): unknown {
  const skills = Object.entries(form).flatMap(([name, since]) =>
    name.startsWith("skill:") ? [{ skill: name.slice("skill:".length), since }] : [],
  );
  // An empty field is no zero.
  const days = /^\d$/.test(form["daysAWeek"] ?? "") ? Number(form["daysAWeek"]) : form["daysAWeek"];
  return { daysAWeek: days, goes: form["goes"], problem: form["problem"] ?? null, words: form["words"] ?? "", skills };
}
export const routineOf = (form: Readonly<Record<string, string>>): unknown => ({
  homework: form["homework"],
  day: form["day"],
  done: Object.keys(form).flatMap((name) => (name.startsWith("step:") ? [name.slice("step:".length)] : [])),
  words: form["words"] ?? "",
});
