/** On every screen: sends what this device keeps whenever that can be, and says how much waits. Starts the service worker on the phone's pages. */
import { t } from "#ui/words/speak.ts";
import { countOthers, flushNow, onOutbox, shownOf } from "./outbox.ts";

const TRY_EVERY = 15_000;
const person = document.body.dataset["person"] ?? "";
const bar = document.querySelector<HTMLElement>("#kept");
let answered = true;

async function show(): Promise<void> {
  if (!bar) return;
  const [mine, others] = [await shownOf(person), await countOthers(person)];
  const refused = mine.filter((entry) => entry.refused !== null).length;
  const waits = mine.length - refused;
  const parts = [
    waits > 0 ? t(answered ? "▲ {waits} saved on this phone" : "▲ {waits} saved on this phone: no signal", { waits }) : "",
    refused > 0
      ? t(refused === 1 ? "■ {refused} not accepted: open it" : "■ {refused} not accepted: open them", { refused })
      : "",
    others > 0 ? t("{others} saved here for somebody else until they sign in", { others }) : "",
  ].filter(Boolean);
  bar.hidden = parts.length === 0;
  bar.textContent = parts.join(" · ");
}

async function send(): Promise<void> {
  if (person === "" || (await shownOf(person)).length === 0) return;
  answered = (await flushNow(person)) !== "no-answer";
  await show();
}

const showOrNot = (): void => void show().catch(() => undefined);
const sendOrNot = (): void => void send().catch(() => undefined);
onOutbox(showOrNot);
window.addEventListener("online", sendOrNot);
document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && sendOrNot());
setInterval(sendOrNot, TRY_EVERY);
// A browser that keeps nothing has nothing to show.
void show()
  .then(send)
  .catch(() => undefined);

/** The phone's pages work without a network after one visit. */
const PHONE = /^\/(string|card\/)/;
if ("serviceWorker" in navigator && PHONE.test(location.pathname)) {
  void navigator.serviceWorker.register("/sw.js");
  if (location.pathname !== "/string")
    void navigator.serviceWorker.ready.then((worker) =>
      worker.active?.postMessage({ keep: [location.pathname], others: "stay" }),
    );
}
