/** Only a path of our own may be the target of a redirect; anything else leads home. */
export const safeTarget = (asked: string | null): string =>
  asked && /^\/(?![/\\])[^\s\\]*$/.test(asked) && !asked.startsWith("/api/") ? asked : "/";

/** Behind a proxy that ends TLS the request looks plain: FURLONG_TLS=1 says that people come by https. */
export const secureCookies = (url: URL): boolean => url.protocol === "https:" || process.env["FURLONG_TLS"] === "1";

/** With the prefix a browser takes it from this very host alone, and only by https. */
export const cookieName = (name: string, url: URL): string => (secureCookies(url) ? `__Host-${name}` : name);
export const SESSION_COOKIE = "furlong_session";
export const sessionCookie = (url: URL): string => cookieName(SESSION_COOKIE, url);
