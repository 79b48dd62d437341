import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { ResetPassword } from "#contracts/people.ts";
import type { PeopleView } from "#contracts/views.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { Text } from "#ui/kit/form-fields.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";

/** Twenty letters and digits that nobody mistakes for one another. */
const suggested = (): string =>
  [...crypto.getRandomValues(new Uint8Array(20))]
    .map((byte) => "abcdefghkmnpqrstuvwxyz23456789"[byte % 30])
    .join("")
    .replaceAll(/.{5}(?=.)/g, "$&-");

export function NewPassword({ person }: { person: PersonId }) {
  const form = useForm<ResetPassword, unknown, ResetPassword>({
    resolver: zodResolver(ResetPassword),
    defaultValues: { id: person, password: suggested() },
  });
  const [done, setDone] = useState(false);
  const { busy, problem, send } = useCommand();
  const reset = form.handleSubmit(async (values) => {
    const answer = await send("people/reset-password", values);
    setDone(answer.ok);
  });
  return (
    <form noValidate onSubmit={(event) => void reset(event)} className="grid content-start gap-2">
      <Text
        form={form}
        name="password"
        label="One-time password"
        hint="Tell them this password. With it they can only choose their own. It signs them out everywhere and turns off two-step sign-in."
      />
      <div className="flex items-center gap-3">
        <Button type="submit" disabled={busy}>
          Give the one-time password
        </Button>
        <span role="status">{done ? "Given" : ""}</span>
      </div>
      <Trouble problem={problem} />
    </form>
  );
}

export function Retire({ person }: { person: PeopleView["people"][number] }) {
  const { busy, problem, send } = useCommand();
  const retire = async (): Promise<void> => {
    if ((await send("people/retire", { id: person.id, version: person.version })).ok) location.reload();
  };
  return (
    <div className="grid content-start gap-2">
      <p className="text-dim">They can no longer sign in or be given horses. Their records stay.</p>
      <Button tone="stop" disabled={busy} className="justify-self-start" onClick={() => void retire()}>
        Retire {person.name}
      </Button>
      <Trouble problem={problem} />
    </div>
  );
}
