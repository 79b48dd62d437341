import type { Complaint } from "#core/card/complaint.ts";
import { t } from "#ui/words/speak.ts";
import { inner, listed, outer } from "./figures.ts";
import { DURING, LED_BY } from "./labels.ts";

/** “Bucks into the canter.” At the canter. Brought on by the leg. */
export function sayComplaint({ words, during, ledBy }: Complaint): string {
  const when = during.map((one) => inner(DURING[one]));
  const by = ledBy.map((one) => inner(LED_BY[one]));
  return [
    `“${words}”`,
    ...(when.length > 0 ? [`${outer(listed(when))}.`] : []),
    ...(by.length > 0 ? [t("Brought on by {by}.", { by: listed(by) })] : []),
  ].join(" ");
}
