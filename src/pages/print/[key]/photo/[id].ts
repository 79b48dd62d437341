import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { isPrinter } from "#server/report/pdf.ts";
import { readPhoto } from "#server/report/photos.ts";

/** A photo of a report, for the one who prints. */
export const GET: APIRoute = async ({ params }) => {
  const photo = isPrinter(params["key"]) ? await readPhoto(deps().sql, params["id"]) : null;
  return photo
    ? new Response(new Uint8Array(photo.bytes), { headers: { "Content-Type": photo.type } })
    : new Response("Not here.", { status: 404 });
};
