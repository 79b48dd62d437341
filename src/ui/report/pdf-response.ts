/** A PDF for the browser, under a name that says what it is. */
export const pdfResponse = (pdf: Uint8Array, name: string): Response =>
  new Response(new Uint8Array(pdf), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": `inline; filename="${name}.pdf"`,
      "X-Robots-Tag": "noindex",
    },
  });
export const NO_PRINTER = "The PDF could not be made. Try again in a minute, or print the page from the browser.";
