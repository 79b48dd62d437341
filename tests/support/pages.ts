/** An address of the demo barn for every route of the application, and who of the barn comes to it. */
import { randomUUID } from "node:crypto";
import type { Role } from "#contracts/people.ts";
import { PAGES } from "#server/auth/access.ts";
import { TODAY } from "./barn.ts";
import { demoIds, type Site } from "./site.ts";

/** One of each role in the demo barn. */
export const SIGN_IN: Readonly<Record<Role, string>> = { manager: "odalys", rider: "wren", helper: "jory" };

/** A white dot. */
const PNG = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==";
const PDF = Buffer.from("%PDF-1.4\n%%EOF\n").toString("base64");

/** What an address is made of is first put there: a file at a check, a photo, a report that is approved. */
export async function addressesOf(site: Site): Promise<Readonly<Record<string, string>>> {
  const { stay, card, evaluation, evaluated, check } = await demoIds(site.sql);
  const put = async <T>(route: string, input: object): Promise<T> =>
    (await (await site.post(route, input, { who: SIGN_IN.manager })).json()) as T;
  const { id: file } = await put<{ id: string }>("check/attach", { id: check, name: "chart.pdf", content: PDF });
  const report = { stay, kind: "end", ordinal: 0 };
  await put("report/approve", { ...report, version: null, send: false });
  const { photo } = await put<{ photo: { id: string } }>("report/add-photo", { ...report, caption: "", content: PNG });
  const media = { card: null, evaluation: null, day: TODAY, skill: null, side: "both", words: "", content: PNG };
  const { id: shot } = await put<{ id: string }>("media/add", { ...media, id: randomUUID(), stay });
  const [owner] = await site.sql`
    SELECT l.token, i.number FROM owner_link l JOIN report r ON r.stay_id = l.stay_id JOIN report_issue i ON i.report_id = r.id
    WHERE l.dropped_at IS NULL AND r.kind = 'end' ORDER BY i.number LIMIT 1`;
  const paths: Record<string, string> = {
    "/card/[id]": `/card/${card}`,
    "/api/export/[list].csv": "/api/export/sessions.csv",
    "/api/horse-archive/[id].json": `/api/horse-archive/${stay}.json?photos=no`,
    "/api/import-template/[list].csv": "/api/import-template/stays.csv",
    "/skill/[id]": "/skill/tie",
    "/words/[language].js": "/words/es.js",
    "/skill/[id]/practice": "/skill/tie/practice",
    "/handbook/[paper].pdf": "/handbook/letter.pdf",
    "/horse/[id]/checks": `/horse/${evaluated}/checks`,
    "/horse/[id]/plan": `/horse/${evaluated}/plan`,
    "/horse/[id]/form": `/horse/${evaluated}/form`,
    "/horse/[id]/compare": `/horse/${evaluated}/compare`,
    "/horse/[id]/evaluation/[evaluation]": `/horse/${evaluated}/evaluation/${evaluation}`,
    "/horse/[id]/evaluation/[evaluation]/print": `/horse/${evaluated}/evaluation/${evaluation}/print`,
    "/horse/[id]/evaluation/[evaluation]/owner": `/horse/${evaluated}/evaluation/${evaluation}/owner`,
    "/api/check-file/[id]": `/api/check-file/${file}`,
    "/report/[number]": "/report/1",
    "/report/[number]/[paper].pdf": "/report/1/letter.pdf",
    "/horse/[id]/report/[...which]": `/horse/${stay}/report`,
    "/api/media-file/[id]": `/api/media-file/${shot}`,
    "/api/report-photo/[id]": `/api/report-photo/${photo.id}`,
    "/owner/[token]": `/owner/${owner?.["token"]}`,
    "/owner/[token]/report/[number]": `/owner/${owner?.["token"]}/report/${owner?.["number"]}`,
  };
  for (const page of Object.keys(PAGES)) paths[page] ??= page.replace("[id]", stay);
  return paths;
}

/** No page that somebody reads: data, files, streams, and what only answers by itself. */
const NO_PAGE =
  /^\/(api|calendar|print|health|start|sign-out|404|500|503|403|alerts)(\/|$)|\/data$|\.pdf$|\.csv$|\.ics$|\.js$|^\/owner\/\[token\]\/photo/;
export const readable = (): readonly string[] => Object.keys(PAGES).filter((route) => !NO_PAGE.test(route));
