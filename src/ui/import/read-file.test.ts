/** Files as people choose them: tables of any coding, workbooks, and what is none or means harm. */
import { strToU8, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { readFile } from "./read-file.ts";

const text = (words: string): Uint8Array => new TextEncoder().encode(words);
const rowsOf = async (bytes: Uint8Array): Promise<unknown> => {
  const read = await readFile(bytes);
  return "fault" in read ? read : read.sheets[0]?.rows;
};

/** A workbook of one sheet, as small as one may be: inline words, figures, a day by its style, a formula with its value. */
function workbook(cells: string, parts: Readonly<Record<string, Uint8Array>> = {}): Uint8Array {
  const xml = (body: string): Uint8Array => strToU8(`<?xml version="1.0" encoding="UTF-8" standalone="yes"?>${body}`);
  const main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
  const office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
  const packaged = "http://schemas.openxmlformats.org/package/2006";
  return zipSync({
    "[Content_Types].xml": xml(
      `<Types xmlns="${packaged}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/></Types>`,
    ),
    "_rels/.rels": xml(
      `<Relationships xmlns="${packaged}/relationships"><Relationship Id="rId1" Type="${office}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    ),
    "xl/workbook.xml": xml(
      `<workbook xmlns="${main}" xmlns:r="${office}"><sheets><sheet name="Horses" sheetId="1" r:id="rId1"/></sheets></workbook>`,
    ),
    "xl/_rels/workbook.xml.rels": xml(
      `<Relationships xmlns="${packaged}/relationships"><Relationship Id="rId1" Type="${office}/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="rId2" Type="${office}/styles" Target="styles.xml"/></Relationships>`,
    ),
    "xl/styles.xml": xml(
      `<styleSheet xmlns="${main}"><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="14" applyNumberFormat="1"/></cellXfs></styleSheet>`,
    ),
    "xl/worksheets/sheet1.xml": xml(`<worksheet xmlns="${main}"><sheetData>${cells}</sheetData></worksheet>`),
    ...parts,
  });
}
const inline = (at: string, words: string): string => `<c r="${at}" t="inlineStr"><is><t>${words}</t></is></c>`;

describe("a table of text", () => {
  it("is read with commas, semicolons or tabs, with quoted line breaks, and in the codings of office programs", async () => {
    const rows = [
      ["Horse", "Owner"],
      ["Thimble", "Zoë Fenn"],
    ];
    expect(await rowsOf(text("Horse,Owner\r\nThimble,Zoë Fenn"))).toEqual(rows);
    expect(await rowsOf(text("\uFEFFHorse;Owner\nThimble;Zoë Fenn"))).toEqual(rows);
    expect(await rowsOf(text("Horse\tOwner\nThimble\tZoë Fenn"))).toEqual(rows);
    expect(
      await rowsOf(
        Uint8Array.from(
          [..."Horse,Owner\nThimble,Zo", 0xeb, ..." Fenn"].map((x) => (typeof x === "number" ? x : x.charCodeAt(0))),
        ),
      ),
    ).toEqual(rows);
    const wide = new Uint8Array(Uint16Array.from([..."\uFEFFHorse,Owner\nThimble,Zoë Fenn"].map((x) => x.charCodeAt(0))).buffer);
    expect(await rowsOf(wide)).toEqual(rows);
    expect(await rowsOf(text('Horse,Aim\nThimble,"Quiet,\nalone"'))).toEqual([
      ["Horse", "Aim"],
      ["Thimble", "Quiet,\nalone"],
    ]);
  });
  it("says why it is none", async () => {
    expect(await readFile(new Uint8Array())).toEqual({ fault: "empty" });
    expect(await readFile(text("\n \n,,\n"))).toEqual({ fault: "empty" });
    expect(await readFile(Uint8Array.from([1, 2, 3, 0, 5]))).toEqual({ fault: "not-a-table" });
    expect(await readFile(text(`Horse\n${"x".repeat(2001)}`))).toEqual({ fault: "long-cell", line: 2 });
    expect(await readFile(text(Array.from({ length: 20_020 }, (_, at) => `row ${at}`).join("\n")))).toEqual({
      fault: "too-many-rows",
    });
    expect(await readFile(text(`Horse\n${Array.from({ length: 61 }, () => "x").join(",")}`))).toEqual({
      fault: "too-wide",
      line: 2,
    });
    expect(await readFile(new Uint8Array(10 * 1024 * 1024 + 1).fill(65))).toEqual({ fault: "too-large" });
    expect(await readFile(Uint8Array.from([0xd0, 0xcf, 0x11, 0xe0, 0xa1]))).toEqual({ fault: "old-workbook" });
  });
});

describe("a workbook", () => {
  it("gives words, figures that cannot be taken for thousands, days as calendar days, and what a formula came to", async () => {
    const bytes = workbook(
      `<row r="1">${inline("A1", "Horse")}${inline("B1", "Born")}${inline("C1", "Weight")}${inline("D1", "Girth")}${inline("E1", "Sum")}</row>` +
        `<row r="2">${inline("A2", "Thimble")}<c r="B2" s="1"><v>43558</v></c><c r="C2"><v>412.5</v></c><c r="D2"><v>1.125</v></c><c r="E2"><f>1+1</f><v>2</v></c></row>`,
    );
    expect(await rowsOf(bytes)).toEqual([
      ["Horse", "Born", "Weight", "Girth", "Sum"],
      ["Thimble", "2019-04-03", "412.5", "1.1250", "2"],
    ]);
  });
  it("that would unpack into far more than it is, is broken, or is another archive, is refused", async () => {
    const bomb = workbook(`<row r="1">${inline("A1", "Horse")}</row>`, {
      "xl/media/image1.png": new Uint8Array(101 * 1024 * 1024),
    });
    expect(bomb.length).toBeLessThan(500_000);
    expect(await readFile(bomb)).toEqual({ fault: "unpacks-too-large" });
    const whole = workbook(`<row r="1">${inline("A1", "Horse")}</row>`);
    expect(await readFile(whole.subarray(0, whole.length / 2))).toEqual({ fault: "broken" });
    expect(await readFile(zipSync({ "letter.txt": text("no table") }))).toEqual({ fault: "broken" });
    expect(await readFile(text("PK but nothing else"))).toEqual({ fault: "broken" });
    const entities = '<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">]>';
    const evil = workbook("", {
      "xl/worksheets/sheet1.xml": strToU8(
        `<?xml version="1.0"?>${entities}<worksheet><sheetData><row r="1">${inline("A1", "&b;")}</row></sheetData></worksheet>`,
      ),
    });
    expect(JSON.stringify(await readFile(evil))).not.toContain("aaaa");
  });
  it("of many thousand parts is refused", async () => {
    const parts = Object.fromEntries(Array.from({ length: 2100 }, (_, at) => [`xl/media/${at}.bin`, new Uint8Array(1)]));
    expect(await readFile(workbook("", parts))).toEqual({ fault: "unpacks-too-large" });
  });
});
