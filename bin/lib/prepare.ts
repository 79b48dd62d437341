/** Makes a database ready: there, migrated, and, where it is empty and wanted, filled with the demo barn. */
import { connect, type Sql } from "#db/client.ts";

/** Seconds that a command waits for a busy PostgreSQL. */
const PATIENCE = 20;
export async function createDatabase(
  adminUrl: string,
  name: string,
  options: { replace?: boolean; template?: string } = {},
): Promise<void> {
  const admin = connect(adminUrl, { max: 1, connectSeconds: PATIENCE });
  try {
    if (options.replace) await admin`DROP DATABASE IF EXISTS ${admin(name)} WITH (FORCE)`;
    const [there] = await admin`SELECT 1 FROM pg_database WHERE datname = ${name}`;
    if (!there)
      await (options.template
        ? admin`CREATE DATABASE ${admin(name)} TEMPLATE ${admin(options.template)}`
        : admin`CREATE DATABASE ${admin(name)}`);
  } finally {
    await admin.end();
  }
}

export async function withDatabase<T>(url: string, use: (sql: Sql) => Promise<T>): Promise<T> {
  const sql = connect(url, { max: 4, connectSeconds: PATIENCE });
  try {
    return await use(sql);
  } finally {
    await sql.end();
  }
}
