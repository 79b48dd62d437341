/** Finds a lane by the name of horse or owner, and keeps what was looked for in the address bar. */
const field = document.querySelector<HTMLInputElement>("#find");
const none = document.querySelector<HTMLElement>("#find-none");

function show(): void {
  const words = (field?.value ?? "").trim().toLowerCase();
  let shown = 0;
  for (const lane of document.querySelectorAll<HTMLElement>("[data-name]")) {
    const hit = lane.dataset["name"]?.includes(words) ?? false;
    lane.hidden = !hit;
    if (hit) shown += 1;
  }
  if (none) none.hidden = shown > 0;
  const url = new URL(location.href);
  if (words) url.searchParams.set("find", words);
  else url.searchParams.delete("find");
  history.replaceState(null, "", url);
}

if (field) {
  field.value = new URL(location.href).searchParams.get("find") ?? "";
  field.addEventListener("input", show);
  if (field.value) show();
}
