/** The fields of the owner's form as the schema wants them. */
export function checkBackOf(form: Readonly<Record<string, string>>): unknown {
  const skills = Object.entries(form).flatMap(([name, since]) =>
    name.startsWith("skill:") ? [{ skill: name.slice("skill:".length), since }] : [],
  );
  // An empty field is no zero.
  const days = /^\d$/.test(form["daysAWeek"] ?? "") ? Number(form["daysAWeek"]) : form["daysAWeek"];
  return { daysAWeek: days, goes: form["goes"], words: form["words"] ?? "", skills };
}
