/** Asks for the password once more, over whatever stands on the screen, where so much hangs on a write that the server wants it. */

const LINES = `
  <form method="dialog" class="grid gap-3">
    <h2 id="confirm-title">Your password, once more</h2>
    <p class="max-w-sm">Much hangs on this: it is asked for so that nobody does it from a screen that you left open.</p>
    <label class="sign block text-dim">Password
      <input type="password" autocomplete="current-password" required maxlength="200" class="block min-h-9 w-full rounded border border-edge px-2 py-1 font-sans text-ink" />
    </label>
    <p role="alert" class="text-oxblood"></p>
    <div class="flex gap-3">
      <button value="go" class="sign min-h-9 rounded border border-rail bg-rail px-3 text-on-rail">Go on</button>
      <button type="button" class="sign min-h-9 rounded border border-edge px-3">Leave it</button>
    </div>
  </form>`;

/** True once the server has taken the password; false where it was left. */
export function confirmPassword(): Promise<boolean> {
  const dialog = document.createElement("dialog");
  dialog.className = "m-auto border-2 border-rail bg-paper p-4 text-ink";
  dialog.setAttribute("aria-labelledby", "confirm-title");
  dialog.innerHTML = LINES;
  document.body.append(dialog);
  const [form, input, said] = [dialog.querySelector("form"), dialog.querySelector("input"), dialog.querySelector("[role=alert]")];
  return new Promise((resolve) => {
    const end = (done: boolean): void => {
      dialog.remove();
      resolve(done);
    };
    form?.addEventListener("submit", async (event) => {
      event.preventDefault();
      const answer = await fetch("/api/confirm", {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ password: input?.value ?? "" }),
      }).catch(() => null);
      if (answer?.ok) return end(true);
      const problem = (await answer?.json().catch(() => null)) as { message?: string } | null;
      if (said) said.textContent = problem?.message ?? "The server does not answer. Try again in a moment.";
      input?.select();
    });
    dialog.querySelector("button[type=button]")?.addEventListener("click", () => end(false));
    dialog.addEventListener("cancel", () => end(false));
    dialog.showModal();
  });
}
