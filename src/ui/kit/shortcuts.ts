/**
 * Keyboard shortcuts of the desk screens. A control declares its own: data-keys="g t" on a link or button, data-keys="/" on a field.
 * Nothing fires while somebody types.
 */
const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName));

/** What is seen, and what the menu of the header holds, open or not. */
const declared = (): HTMLElement[] =>
  [...document.querySelectorAll<HTMLElement>("[data-keys]")].filter(
    (element) => element.offsetParent !== null || element.closest("#more") !== null,
  );
let pending = "";
/** While more keys are awaited the header shows them. */
function wait(keys: string): void {
  pending = keys;
  document.body.toggleAttribute("data-going", keys !== "");
}
let forget: ReturnType<typeof setTimeout> | undefined;

document.addEventListener("keydown", (event) => {
  if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target) || document.querySelector("dialog[open]")) return;
  const keys = pending ? `${pending} ${event.key}` : event.key;
  const all = declared();
  const hit = all.find((element) => element.dataset["keys"] === keys);
  wait(!hit && all.some((element) => element.dataset["keys"]?.startsWith(`${keys} `)) ? keys : "");
  clearTimeout(forget);
  if (pending) {
    forget = setTimeout(() => wait(""), 1200);
    event.preventDefault();
    return;
  }
  if (!hit) return;
  event.preventDefault();
  if (hit instanceof HTMLInputElement) hit.focus();
  else hit.click();
});

const dialog = document.querySelector<HTMLDialogElement>("#shortcuts");
document.querySelector("#show-shortcuts")?.addEventListener("click", () => {
  document.querySelector("#more")?.removeAttribute("open");
  const rows = declared();
  const list = dialog?.querySelector("dl");
  list?.replaceChildren(
    ...rows.flatMap((element) => {
      const [keys, what] = [document.createElement("dt"), document.createElement("dd")];
      const kbd = document.createElement("kbd");
      kbd.textContent = element.dataset["keys"] ?? "";
      keys.append(kbd);
      what.textContent = element.dataset["does"] ?? element.textContent?.replace(element.dataset["keys"] ?? "", "").trim() ?? "";
      return [keys, what];
    }),
  );
  dialog?.showModal();
});
dialog?.querySelector("button")?.addEventListener("click", () => dialog.close());
// A menu or filter that is open closes when something else is pressed, or with Escape.
const menus = (): HTMLDetailsElement[] => [...document.querySelectorAll<HTMLDetailsElement>("details.relative[open]")];
document.addEventListener("click", ({ target }) => {
  for (const menu of menus()) if (target instanceof Node && !menu.contains(target)) menu.open = false;
});
document.addEventListener("keydown", ({ key }) => {
  if (key !== "Escape") return;
  for (const menu of menus()) {
    menu.open = false;
    menu.querySelector("summary")?.focus();
  }
});
