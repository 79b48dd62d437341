/** A letter's words as a plain page: paragraphs, lines and addresses to open; no pictures, no style that a mail program would have to trust, nothing of a stranger's as markup. */
const escape = (words: string): string => words.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
const ADDRESS = /https?:\/\/[^\s<>"']+/g;

function withLinks(words: string): string {
  let [html, at] = ["", 0];
  for (const found of words.matchAll(ADDRESS)) {
    const address = escape(found[0]);
    html += `${escape(words.slice(at, found.index))}<a href="${address}">${address}</a>`;
    at = found.index + found[0].length;
  }
  return html + escape(words.slice(at));
}

export const letterHtml = (body: string): string => {
  const paragraphs = body.split(/\n{2,}/).map((words) => `<p>${withLinks(words).replaceAll("\n", "<br>")}</p>`);
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"></head><body style="font-family:Georgia,serif;max-width:40em">${paragraphs.join("")}</body></html>`;
};
