/** Finds lanes by name, need, rider and kind, and puts them in an order; the address bar holds what was chosen. */
const find = document.querySelector<HTMLInputElement>("#find");
const picks = ["order", "need", "rider", "kind"].map(
  (name) => [name, document.querySelector<HTMLSelectElement>(`#${name}`)] as const,
);
const none = document.querySelector<HTMLElement>("#find-none");
/** Between what needs somebody and what does not; it says nothing in another order, or of some lanes only. */
const gap = document.querySelector<HTMLElement>("[data-break]");
const list = document.querySelector<HTMLElement>("#lanes");
/** 'and so many more', where there are many; whoever looks for something sees all. */
const more = document.querySelector<HTMLElement>("[data-more]");
const unfold = (): void => {
  list?.setAttribute("data-all", "");
  if (more) more.hidden = true;
};
more?.addEventListener("click", unfold);
const lanes = [...document.querySelectorAll<HTMLElement>("[data-name]")];

const byNumber =
  (key: string, sign = 1) =>
  (a: HTMLElement, b: HTMLElement) =>
    sign * (Number(a.dataset[key]) - Number(b.dataset[key]));
const byText = (key: string) => (a: HTMLElement, b: HTMLElement) => (a.dataset[key] ?? "").localeCompare(b.dataset[key] ?? "");
const ORDERS: Readonly<Record<string, (a: HTMLElement, b: HTMLElement) => number>> = {
  "": byNumber("place"),
  end: byText("end"),
  behind: byNumber("behind", -1),
  name: byText("name"),
};

function show(): void {
  const words = (find?.value ?? "").trim().toLowerCase();
  const chosen = Object.fromEntries(picks.map(([name, field]) => [name, field?.value ?? ""]));
  let shown = 0;
  for (const lane of lanes) {
    const hit =
      (lane.dataset["name"] ?? "").includes(words) &&
      ["need", "rider", "kind"].every((name) => !chosen[name] || (lane.dataset[name] ?? "").split(",").includes(chosen[name]));
    lane.hidden = !hit;
    if (hit) shown += 1;
  }
  const asTheyCame = words === "" && Object.values(chosen).every((one) => one === "");
  if (gap) gap.hidden = !asTheyCame;
  if (!asTheyCame || chosen["order"]) unfold();
  list?.append(...[...lanes, ...(gap ? [gap] : [])].sort(ORDERS[chosen["order"] ?? ""] ?? byNumber("place")));
  if (none) none.hidden = shown > 0 || lanes.length === 0;
  const url = new URL(location.href);
  for (const [name, value] of Object.entries({ find: words, ...chosen }))
    if (value) url.searchParams.set(name, value);
    else url.searchParams.delete(name);
  history.replaceState(null, "", url);
}

const asked = new URL(location.href).searchParams;
for (const [name, field] of [["find", find], ...picks] as const) {
  if (!field) continue;
  field.value = asked.get(name) ?? "";
  field.addEventListener("input", show);
}
if (["find", "order", "need", "rider", "kind"].some((name) => asked.has(name))) show();
