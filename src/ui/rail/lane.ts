/** Wakes the lanes: opens a horse's needs, sends what a button carries, sets a need aside. Plain script, as the Rail has no island. */
import { addDays, localDate, sayDate } from "#core/calendar/local-date.ts";
import { ask, newKey } from "#ui/kit/ask.ts";

const trouble = document.querySelector<HTMLElement>("#rail-trouble");
/** A repeat of what was not answered carries the same key. */
const keys = new Map<string, string>();

async function send(route: string, input: unknown): Promise<boolean> {
  const sent = route + JSON.stringify(input);
  const key = keys.get(sent) ?? newKey();
  keys.set(sent, key);
  const answer = await ask(route, input, key);
  if (answer.ok || answer.status !== 0) keys.delete(sent);
  if (trouble) {
    trouble.hidden = answer.ok;
    trouble.textContent = answer.ok ? "" : `■ ${answer.problem.message}`;
    if (!answer.ok) trouble.scrollIntoView({ block: "nearest" });
  }
  return answer.ok;
}
/** What was done stands where the button was. */
function tell(where: Element, words: string): void {
  const said = document.createElement("span");
  said.setAttribute("role", "status");
  said.className = "text-sm";
  said.textContent = `✓ ${words}`;
  where.replaceWith(said);
}

document.addEventListener("click", async ({ target }) => {
  const button = target instanceof Element ? target.closest<HTMLButtonElement>("button") : null;
  if (!button) return;
  const { opens, take, input, done } = button.dataset;
  if (opens !== undefined) {
    const list = document.getElementById(opens);
    const open = button.getAttribute("aria-expanded") !== "true";
    button.setAttribute("aria-expanded", String(open));
    if (list) list.hidden = !open;
  }
  if (take === undefined) return;
  button.disabled = true;
  if (await send(take, JSON.parse(input ?? "{}"))) tell(button, done ?? "Done.");
  else button.disabled = false;
});
document.addEventListener("submit", async (event) => {
  const form = event.target;
  if (!(form instanceof HTMLFormElement) || form.dataset["defer"] === undefined) return;
  event.preventDefault();
  const fields = new FormData(form);
  const today = localDate(document.querySelector<HTMLElement>("#lanes")?.dataset["today"] ?? "");
  const until = addDays(today, Number(fields.get("days")) - 1);
  const deferred = { ...JSON.parse(form.dataset["defer"]), until, reason: String(fields.get("reason")).trim() };
  if (await send("watch/answer", deferred))
    tell(form.closest("details") ?? form, `Set aside until ${sayDate(addDays(until, 1))}.`);
});
