/** The built server as a child process of its own. */
import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { freePort } from "./cluster.ts";

export interface Served {
  readonly address: string;
  readonly child: ChildProcess;
  stop(): Promise<void>;
}

/** A device that ships as a simulation, as a process of its own; resolves with its address. */
export async function serveStandin(root: string, name: string): Promise<Served> {
  const child = spawn(process.execPath, ["--import", "tsx", `standins/${name}.ts`], {
    cwd: root,
    stdio: ["ignore", "ignore", "inherit", "ipc"],
    env: { ...process.env, PORT: "0" },
  });
  const [said] = (await Promise.race([
    once(child, "message"),
    once(child, "exit").then(([code]) => {
      throw new Error(`The simulated ${name} ended at once (code ${code}).`);
    }),
  ])) as [{ port: number }];
  return { address: `http://127.0.0.1:${said.port}`, child, stop: () => stopChild(child) };
}

export interface Mail {
  /** Takes letters. */
  readonly smtp: string;
  /** Shows them. */
  readonly page: string;
}
/** The simulated mail server. */
export async function serveMail(root: string): Promise<Mail & Pick<Served, "stop">> {
  const { address, stop } = await serveStandin(root, "mail");
  const { port } = (await (await fetch(`${address}/smtp`)).json()) as { port: number };
  return { smtp: `smtp://127.0.0.1:${port}`, page: address, stop };
}

async function stopChild(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  child.kill("SIGTERM");
  await once(child, "exit");
}

/** Serves on the port, or the next free one; resolves when it answers. */
export async function serve(
  root: string,
  options: {
    databaseUrl: string;
    port: number;
    today?: string | undefined;
    scaleUrl?: string | undefined;
    weatherUrl?: string | undefined;
    strapUrl?: string | undefined;
    mail?: Mail | undefined;
    /** Begins a barn that is not there yet. */
    code?: string | undefined;
    /** Several barns by host name, as FURLONG_BARNS has them. */
    barns?: string | undefined;
    /** Behind the one port; as FURLONG_PROCESSES says. */
    processes?: number;
    quiet?: boolean;
  },
): Promise<Served> {
  const port = await freePort(options.port);
  const several = options.processes ?? Number(process.env["FURLONG_PROCESSES"] ?? 1);
  const child = spawn(process.execPath, [several === 1 ? "server.mjs" : "processes.mjs"], {
    cwd: root,
    stdio: ["ignore", options.quiet ? "ignore" : "inherit", "inherit", "ipc"],
    env: {
      ...process.env,
      NODE_ENV: "production",
      DATABASE_URL: options.databaseUrl,
      PORT: String(port),
      ...(options.scaleUrl ? { FURLONG_SCALE_URL: options.scaleUrl } : {}),
      ...(options.strapUrl ? { FURLONG_STRAP_URL: options.strapUrl } : {}),
      ...(options.mail ? { FURLONG_SMTP_URL: options.mail.smtp, FURLONG_MAIL_PAGE: options.mail.page } : {}),
      ...(options.weatherUrl ? { FURLONG_WEATHER_URL: options.weatherUrl } : {}),
      FURLONG_START_CODE: options.code ?? "",
      ...(options.barns ? { FURLONG_BARNS: options.barns } : {}),
      ...(options.processes ? { FURLONG_PROCESSES: String(options.processes) } : {}),
      ...(options.today ? { FURLONG_TODAY: options.today } : {}),
    },
  });
  await Promise.race([
    once(child, "message"),
    once(child, "exit").then(([code]) => {
      throw new Error(`The server ended at once (code ${code}).`);
    }),
  ]);
  return {
    address: `http://127.0.0.1:${port}`,
    child,
    stop: () => stopChild(child),
  };
}
