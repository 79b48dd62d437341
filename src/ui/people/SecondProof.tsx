import { type ReactNode, useState } from "react";
import { ONE_TIME_CODES } from "#contracts/people.ts";
import type { SecondProofView } from "#contracts/views.people.ts";
import { Button, Field, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";

const LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
const CODE_LENGTH = 16;
/** 80 bits each. */
const newCodes = (): string[] =>
  Array.from({ length: ONE_TIME_CODES }, () =>
    [...crypto.getRandomValues(new Uint8Array(CODE_LENGTH))].map((byte) => LETTERS[byte % LETTERS.length]).join(""),
  );
const inFours = (code: string): string => code.replaceAll(/.{4}(?=.)/g, "$&-");

function TurnOn({ secret, children }: { secret: string; children: ReactNode }) {
  const [code, setCode] = useState("");
  const [oneTime] = useState(newCodes);
  const [on, setOn] = useState(false);
  const { busy, problem, send } = useCommand();
  const prove = async (): Promise<void> => setOn((await send("account/turn-on-codes", { code, oneTime })).ok);
  if (on)
    return (
      <div className="grid gap-2">
        <p>It is on. Print these codes now. Each works once if the phone is lost. They are not shown again.</p>
        <ul className="grid max-w-md grid-cols-2 gap-1 font-mono">
          {oneTime.map((one) => (
            <li key={one}>{inFours(one)}</li>
          ))}
        </ul>
        <div className="flex gap-3 print:hidden">
          <Button tone="main" onClick={() => print()}>
            Print the codes
          </Button>
          <Button onClick={() => location.reload()}>I have them</Button>
        </div>
      </div>
    );
  return (
    <div className="grid gap-3">
      <p>Scan this with your authenticator app, or type the letters into it. Then type the code it shows.</p>
      {children}
      <p className="break-all font-mono">{secret.replaceAll(/.{4}(?=.)/g, "$& ")}</p>
      <form
        noValidate
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void prove();
        }}
      >
        <Field id="code" label="Code of the app">
          <input
            id="code"
            inputMode="numeric"
            autoComplete="one-time-code"
            maxLength={7}
            className={INPUT}
            value={code}
            onChange={(event) => setCode(event.target.value)}
          />
        </Field>
        <Button type="submit" tone="main" disabled={busy}>
          Turn it on
        </Button>
      </form>
      <Trouble problem={problem} />
    </div>
  );
}

/** A second proof at each sign-in, beside the password. */
export function SecondProof({ proof, children }: { proof: SecondProofView; children: ReactNode }) {
  const { busy, problem, send } = useCommand();
  const ask = async (route: string): Promise<void> => {
    if ((await send(route, { sure: true })).ok) location.reload();
  };
  return (
    <section aria-labelledby="proof-title" className="grid gap-2">
      <h2 id="proof-title">Two-step sign-in</h2>
      {proof.state === "off" && (
        <>
          <p className="text-dim">
            Off. When on, you also type a code from an app on your phone, so your password alone is not enough to sign in.
          </p>
          <Button className="justify-self-start" disabled={busy} onClick={() => void ask("account/begin-codes")}>
            Set it up
          </Button>
        </>
      )}
      {proof.state === "begun" && <TurnOn secret={proof.secret}>{children}</TurnOn>}
      {proof.state === "on" && (
        <>
          <p>On. {plural(proof.codesLeft, "printed code")} left.</p>
          <div className="flex flex-wrap gap-3">
            <Button disabled={busy} onClick={() => void ask("account/begin-codes")}>
              Set it up again with new printed codes
            </Button>
            <Button tone="stop" disabled={busy} onClick={() => void ask("account/turn-off-codes")}>
              Turn it off
            </Button>
          </div>
        </>
      )}
      <Trouble problem={problem} />
    </section>
  );
}
