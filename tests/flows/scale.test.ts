import { once } from "node:events";
import { createServer, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Served, serveStandin } from "#bin/serve.ts";
import { readScale } from "#server/tools/device.ts";

let scale: Served;
beforeAll(async () => {
  scale = await serveStandin(process.cwd(), "scale");
});
afterAll(async () => {
  delete process.env["FURLONG_SCALE_URL"];
  await scale.stop();
});
const stand = (kilograms: unknown) => fetch(`${scale.address}/horse`, { method: "POST", body: JSON.stringify({ kilograms }) });

describe("the barn's scale", () => {
  it("says nothing where none is set up, or none answers", async () => {
    delete process.env["FURLONG_SCALE_URL"];
    expect(await readScale()).toBeNull();
    process.env["FURLONG_SCALE_URL"] = "http://127.0.0.1:9";
    expect(await readScale()).toBeNull();
  });
  it("is heard no longer and no further than a scale has something to say, and leads nowhere else", async () => {
    let answers = (_response: ServerResponse): void => {};
    const odd = createServer((_request, response) => answers(response)).listen(0, "127.0.0.1");
    await once(odd, "listening");
    process.env["FURLONG_SCALE_URL"] = `http://127.0.0.1:${(odd.address() as AddressInfo).port}`;
    const reading = JSON.stringify({ kilograms: 431.5, steady: true });
    answers = (response) => void response.end(reading);
    expect(await readScale()).toEqual({ kilograms: 431.5, steady: true });
    // Right words, but a megabyte of room before them.
    answers = (response) => void response.end(" ".repeat(1024 * 1024) + reading);
    expect(await readScale()).toBeNull();
    answers = (response) => void response.writeHead(302, { Location: `${scale.address}/reading` }).end();
    expect(await readScale()).toBeNull();
    // It goes on for ever, a little at a time.
    answers = (response) => {
      const drip = setInterval(() => response.write(" "), 100);
      response.on("close", () => clearInterval(drip));
    };
    expect(await readScale()).toBeNull();
    odd.closeAllConnections();
    odd.close();
  });
  it("sways while a horse steps on, then stands still at its weight, and is empty once it is led off", async () => {
    process.env["FURLONG_SCALE_URL"] = scale.address;
    await stand(431.5);
    expect(await readScale()).toMatchObject({ steady: false });
    await expect.poll(readScale, { timeout: 8000 }).toEqual({ kilograms: 431.5, steady: true });
    await stand(0);
    expect((await readScale())?.kilograms).toBe(0);
  });
  it("refuses what is no weight", async () => {
    expect((await stand("heavy")).status).toBe(400);
    expect((await stand(-5)).status).toBe(400);
    expect((await fetch(`${scale.address}/else`)).status).toBe(404);
  });
});
