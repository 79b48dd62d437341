/** In which language somebody reads the pages of their phone. */
import { useState } from "react";
import { LANGUAGES, type Language } from "#contracts/language.spoken.ts";
import { ask, newKey } from "#ui/kit/ask.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import type { ProblemBody } from "#ui/words/problem.ts";

/** Each in its own words: whoever reads no English finds it. */
const NAME: Readonly<Record<Language, string>> = { en: "English", es: "Español" };

export function LanguageSwitch({ now }: { now: Language }) {
  const [problem, setProblem] = useState<ProblemBody | null>(null);
  const speak = async (language: Language): Promise<void> => {
    const answer = await ask("language/speak", { language }, newKey());
    if (answer.ok) location.reload();
    else setProblem(answer.problem);
  };
  return (
    <div className="pt-4">
      <div role="group" aria-label="English / Español" className="flex gap-1">
        {LANGUAGES.map((language) => (
          <Button
            key={language}
            big
            lang={language}
            tone={language === now ? "main" : "plain"}
            aria-pressed={language === now}
            onClick={() => language !== now && void speak(language)}
          >
            {NAME[language]}
          </Button>
        ))}
      </div>
      <Trouble problem={problem} />
    </div>
  );
}
