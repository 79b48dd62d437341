import { zodResolver } from "@hookform/resolvers/zod";
import { type ReactNode, useState } from "react";
import { useForm } from "react-hook-form";
import type { Language } from "#contracts/language.spoken.ts";
import { ChangePassword } from "#contracts/people.ts";
import type { AccountView } from "#contracts/views.people.ts";
import { Text } from "#ui/kit/form-fields.tsx";
import { Button, Tag, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { LanguageSwitch } from "#ui/language/LanguageSwitch.tsx";
import { SecondProof } from "./SecondProof.tsx";

function OwnPassword({ mustChange }: { mustChange: boolean }) {
  const form = useForm<ChangePassword, unknown, ChangePassword>({
    resolver: zodResolver(ChangePassword),
    defaultValues: { password: "" },
  });
  const [done, setDone] = useState(false);
  const { busy, problem, send } = useCommand();
  const change = form.handleSubmit(async (values) => {
    const answer = await send("account/change-password", values);
    setDone(answer.ok);
    if (!answer.ok) return;
    form.reset();
    if (mustChange) location.assign("/");
  });
  return (
    <section aria-labelledby="password-title">
      <h2 id="password-title">Password</h2>
      {mustChange && (
        <p className="mb-2 border-l-4 border-ochre bg-ochre-soft px-3 py-2">
          Somebody else gave you this password. Choose your own to go on.
        </p>
      )}
      <form noValidate onSubmit={(event) => void change(event)} className="grid gap-2">
        <Text
          form={form}
          name="password"
          label="New password"
          kind="password"
          hint="At least 12 characters. Use a short sentence of your own. This signs you out everywhere else."
        />
        <div className="flex items-center gap-3">
          <Button type="submit" tone="main" disabled={busy}>
            Change my password
          </Button>
          <span role="status">{done ? "Changed" : ""}</span>
        </div>
        <Trouble problem={problem} />
      </form>
    </section>
  );
}

function Sessions({ sessions }: Pick<AccountView, "sessions">) {
  const { busy, problem, send } = useCommand();
  const end = async (id: string): Promise<void> => {
    if ((await send("account/end-session", { id })).ok) location.reload();
  };
  return (
    <section aria-labelledby="sessions-title">
      <h2 id="sessions-title">Where you are signed in</h2>
      <ul>
        {sessions.map((session) => (
          <li key={session.id} className="flex flex-wrap items-center gap-x-3 border-b border-line py-1">
            <span className="min-w-0 flex-1 break-words">
              {session.device || "Unknown device"}
              <span className="block text-sm text-dim">
                {session.address && `${session.address} · `}since {session.since}, last used {session.seen}
              </span>
            </span>
            {session.own ? (
              <Tag tone="tell">this one</Tag>
            ) : (
              <Button disabled={busy} onClick={() => void end(session.id)}>
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Trouble problem={problem} />
    </section>
  );
}

/** `children`: the secret of a second proof that was begun, drawn for a camera. */
export function AccountScreen({
  view,
  mustChange,
  language,
  children,
}: {
  view: AccountView;
  mustChange: boolean;
  language: Language;
  children?: ReactNode;
}) {
  useAwake();
  return (
    <div className="grid max-w-4xl gap-6">
      <p className="text-dim">You sign in as {view.signIn}.</p>
      <OwnPassword mustChange={mustChange} />
      {!mustChange && (
        <section aria-labelledby="language-title">
          <h2 id="language-title">Language on your phone</h2>
          <p className="text-dim">Your string and its cards. The office reads your records in English either way.</p>
          <LanguageSwitch now={language} />
        </section>
      )}
      {!mustChange && <Sessions sessions={view.sessions} />}
      {!mustChange && view.secondProof && <SecondProof proof={view.secondProof}>{children}</SecondProof>}
    </div>
  );
}
