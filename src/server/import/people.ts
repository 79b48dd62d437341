/** Staff out of a spreadsheet. Nobody gets a password by it: the manager gives a first one under People. */
import { PersonFields, signInName, USUAL_PERSON } from "#contracts/people.ts";
import { COLUMNS } from "#core/import/columns.ts";
import { ok } from "#core/kernel/result.ts";
import { insertPerson, listPeople } from "#db/queries/people.ts";
import { editPerson } from "../people/manage.ts";
import { newId, note, type Work } from "../work.ts";
import { changesOf, faulty, fields, only, refused, type Taker } from "./row.ts";

const KEYS = ["role", "grade", "weightKg", "rides", "specialist", "worksDays", "worksFrom", "worksTo", "maxSaddle"] as const;
const columns = COLUMNS.people;
/** Opens nothing: no password gives it. */
const NO_PASSWORD = "none";

/** A sign-in name out of the first name, with a figure behind it where somebody has it already. */
function signInOf(name: string, taken: ReadonlySet<string>): string {
  const letters =
    name
      .normalize("NFKD")
      .toLowerCase()
      .split(/\s+/)[0]
      ?.replaceAll(/[^a-z]/g, "") ?? "";
  const base = letters.length >= 2 ? letters.slice(0, 30) : "person";
  for (let turn = 1; ; turn += 1) {
    const name = turn === 1 ? base : `${base}${turn}`;
    if (!taken.has(name)) return name;
  }
}

export const people = async ({ tx }: Work): Promise<Taker> => {
  // Of those whom a row failed to add none is here: the list is read again for each.
  const all = () => listPeople(tx);
  return {
    async take(work, values) {
      const everybody = await all();
      const named = String(values["name"]);
      const given = values["signIn"] === undefined ? null : String(values["signIn"]).toLowerCase();
      const same = everybody.filter((one) =>
        given ? one.signIn === given : one.name.toLowerCase() === named.toLowerCase() && !one.retiredOn,
      );
      if (same.length > 1) return faulty("name", "which-person", named);
      const [known] = same;
      if (!known) {
        const role = (values["role"] ?? USUAL_PERSON.role) as PersonFields["role"];
        const usual = {
          ...USUAL_PERSON,
          role,
          rides: role !== "helper",
          maxSaddle: role === "helper" ? 0 : USUAL_PERSON.maxSaddle,
        };
        const person = fields(PersonFields, { ...usual, ...only(values, KEYS), name: named }, columns);
        if (!person.ok) return person;
        const signIn = fields(signInName, given ?? signInOf(named, new Set(everybody.map((one) => one.signIn))), columns);
        if (!signIn.ok) return faulty("signIn", "not-a-choice", given ?? named);
        const id = newId<"person">();
        if (!(await insertPerson(work.tx, id, signIn.value, NO_PASSWORD, person.value, true)))
          return refused({ code: "sign-in-taken", path: "signIn" }, columns);
        await note(work, "person", id, "added", { role: person.value.role });
        return ok({ did: "new" });
      }
      const stands = Object.fromEntries(
        Object.keys(USUAL_PERSON).map((key) => [key, known[key as keyof typeof known]]),
      ) as PersonFields;
      const wanted = fields(PersonFields, { ...stands, ...only(values, KEYS), name: named }, columns);
      if (!wanted.ok) return wanted;
      const changes = changesOf(stands, wanted.value);
      if (changes.length === 0) return ok({ did: "left" });
      const edited = await editPerson(work, { id: known.id, version: known.version, person: wanted.value });
      return edited.ok ? ok({ did: "changed", changes }) : refused(edited.error, columns);
    },
  };
};
