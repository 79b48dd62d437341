import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, localDate } from "../calendar/local-date.ts";
import { COLUMNS, IMPORTS, matched } from "./columns.ts";
import { readRow } from "./read-row.ts";
import { tableOf, templateOf } from "./table.ts";
import {
  type DateOrder,
  dayOrderOf,
  decimalsOf,
  readClock,
  readDayCell,
  readNumber,
  readQuantity,
  readScores,
  readWeekdays,
  readYesNo,
  unitsIn,
} from "./values.ts";

const METRIC: DateOrder = {
  days: "day-first",
  decimals: "point",
  weights: "kg",
  heights: "cm",
  lengths: "cm",
  temperatures: "C",
};
const AMERICAN: DateOrder = {
  days: "month-first",
  decimals: "point",
  weights: "lb",
  heights: "hands",
  lengths: "in",
  temperatures: "F",
};

describe("a day as people write it", () => {
  it.each([
    ["2026-07-14", "2026-07-14"],
    ["2026/7/4", "2026-07-04"],
    ["14.7.2026", "2026-07-14"],
    ["14. 7. 26", "2026-07-14"],
    ["14/7/2026", "2026-07-14"],
    ["14-Jul-26", "2026-07-14"],
    ["14 July 2026", "2026-07-14"],
    ["1st Aug 2026", "2026-08-01"],
    ["Tue 14 Jul 2026", "2026-07-14"],
    ["Tuesday, July 14, 2026", "2026-07-14"],
    ["Jul 14 2026", "2026-07-14"],
    ["2026-07-14 08:30", "2026-07-14"],
    ["2026-07-14T00:00:00.000Z", "2026-07-14"],
    ["Di 14.7.2026", "2026-07-14"],
    ["3/4/99", "1999-04-03"],
  ])("%s", (written, meant) => {
    expect(readDayCell(written, "day-first")).toBe(meant);
  });
  it("by the order that is meant, where figures stand alone; dots put the day first in any", () => {
    expect(readDayCell("3/4/2026", "month-first")).toBe("2026-03-04");
    expect(readDayCell("3/4/2026", "day-first")).toBe("2026-04-03");
    expect(readDayCell("3.4.2026", "month-first")).toBe("2026-04-03");
    expect(dayOrderOf(["3/4/2026", "25/4/2026"])).toBe("day-first");
    expect(dayOrderOf(["3/4/2026", "4/25/2026"])).toBe("month-first");
    expect(dayOrderOf(["3/4/2026"])).toBeNull();
  });
  it.each(["31/2/2026", "14/13/2026", "soon", "", "14", "2026-02-30", "14 Foo 2026", "99/99/9999"])("none: %s", (written) => {
    expect(readDayCell(written, "day-first")).toBeNull();
  });
  it("comes back whichever way it was written", () => {
    const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30_000 }), (days) => {
        const day = addDays(localDate("1971-01-01"), days);
        const [year, month, date] = day.split("-").map(Number) as [number, number, number];
        for (const [written, order] of [
          [day, "day-first"],
          [`${date}/${month}/${year}`, "day-first"],
          [`${month}/${date}/${year}`, "month-first"],
          [`${date}.${month}.${year}`, "month-first"],
          [`${date} ${months[month - 1]} ${year}`, "day-first"],
          [`${months[month - 1]} ${date}, ${year}`, "day-first"],
        ] as const)
          expect(readDayCell(written, order)).toBe(day);
      }),
    );
  });
});

describe("a number", () => {
  it.each([
    ["412", "point", 412],
    ["412.5", "point", 412.5],
    ["412,5", "point", 412.5],
    ["1,234.5", "point", 1234.5],
    ["1.234,5", "comma", 1234.5],
    ["1,100", "point", 1100],
    ["1,100", "comma", 1.1],
    ["1.100", "comma", 1100],
    ["1 015", "point", 1015],
    ["1.1250", "comma", 1.125],
    ["0,125", "point", 0.125],
    ["12,345,678", "point", 12_345_678],
  ] as const)("%s with a %s", (written, decimals, meant) => {
    expect(readNumber(written, decimals)).toBe(meant);
  });
  it.each(["", "many", "1.2.3,4,5", "1,2,3", "--5", "5 5 kg", "NaN", "1e9"])("none: %s", (written) => {
    expect(readNumber(written, "point")).toBeNull();
  });
  it("tells by the whole column what a comma is", () => {
    expect(decimalsOf(["412", "412,5"])).toBe("comma");
    expect(decimalsOf(["1,100", "1,234.5"])).toBe("point");
    expect(decimalsOf(["1,100", "412"])).toBeNull();
  });
});

describe("a measure", () => {
  it("carries its unit, or is in the one that the file means", () => {
    expect(readQuantity("460 kg", "weight", AMERICAN)).toBe(460);
    expect(readQuantity("1,015 lbs", "weight", METRIC)).toBe(460.4);
    expect(readQuantity("1015", "weight", AMERICAN)).toBe(460.4);
    expect(readQuantity("15.2 hh", "height", METRIC)).toBe(157.5);
    expect(readQuantity("15.2", "height", AMERICAN)).toBe(157.5);
    expect(readQuantity("15.2000", "height", AMERICAN)).toBe(157.5);
    expect(readQuantity("1.52 m", "height", AMERICAN)).toBe(152);
    expect(readQuantity('70"', "length", METRIC)).toBe(177.8);
    expect(readQuantity("70 in", "length", METRIC)).toBe(177.8);
    expect(readQuantity("100.4 °F", "temperature", METRIC)).toBe(38);
    expect(readQuantity("45 min", "plain", METRIC)).toBe(45);
  });
  it("is refused where it is none: hands of four inches, weights in hands, a unit that nobody knows", () => {
    for (const [written, of] of [
      ["15.4 hh", "height"],
      ["15.2 hh", "weight"],
      ["460 stone", "weight"],
      ["tall", "height"],
      ["5 kg", "plain"],
    ] as const)
      expect(readQuantity(written, of, METRIC)).toBeNull();
  });
});

describe("units that nobody wrote", () => {
  it("are told by what a horse can be, and left open where it could be either", () => {
    const none = { heights: [], lengths: [], horseWeights: [] };
    expect(unitsIn({ ...none, heights: ["15.1", "14,3", "16"] })).toEqual({ heights: "hands" });
    expect(unitsIn({ ...none, heights: ["152", "15.1 hh", "148"] })).toEqual({ heights: "cm" });
    expect(unitsIn({ ...none, lengths: ["70", "71.5"] })).toEqual({ lengths: "in" });
    expect(unitsIn({ ...none, horseWeights: ["970", "1015"] })).toEqual({ weights: "lb" });
    expect(unitsIn({ ...none, horseWeights: ["460", ""] })).toEqual({});
    expect(unitsIn(none)).toEqual({});
  });
});

describe("hours, weekdays, yes and no, scores", () => {
  it.each([
    ["7:30", 450],
    ["7.30", 450],
    ["0730", 450],
    ["7", 420],
    ["4 pm", 960],
    ["4:15 PM", 975],
    ["12 am", 0],
    ["12:00 pm", 720],
    ["07:30:00", 450],
    ["25:00", null],
    ["7:75", null],
    ["13 pm", null],
    ["noon", null],
  ] as const)("%s", (written, minutes) => {
    expect(readClock(written)).toBe(minutes);
  });
  it.each([
    ["Mon-Fri", [1, 2, 3, 4, 5]],
    ["Mo, We, Fr", [1, 3, 5]],
    ["Tuesday and Saturday", [2, 6]],
    ["Sat-Mon", [1, 6, 7]],
    ["1-5", [1, 2, 3, 4, 5]],
    ["Mon to Wed", [1, 2, 3]],
    ["weekdays", null],
    ["", null],
  ] as const)("%s", (written, days) => {
    expect(readWeekdays(written)).toEqual(days);
  });
  it("reads yes and no, and takes nothing else for either", () => {
    expect([readYesNo("Yes"), readYesNo("x"), readYesNo("no"), readYesNo("-"), readYesNo("maybe")]).toEqual([
      true,
      true,
      false,
      false,
      null,
    ]);
  });
  it("reads skills with a score for both sides or for each", () => {
    expect(readScores("Leading 3; Hindquarters over 2/4")).toEqual([
      { skill: "Leading", left: 3, right: null },
      { skill: "Hindquarters over", left: 2, right: 4 },
    ]);
    expect(readScores("Leading well")).toBeNull();
    expect(readScores("Leading 7")).toBeNull();
  });
});

describe("columns", () => {
  it("are found by our headings, by our names and by what others call them, each once", () => {
    expect(matched("horses", ["Horse", "Owner", "DOB", "Height (cm)", "Colour"])).toEqual([
      "horse",
      "owner",
      "birth",
      "heightCm",
      null,
    ]);
    expect(matched("clients", ["Name", "Phone", "E-Mail", "phone"])).toEqual(["owner", "phone", "email", null]);
    expect(matched("sessions", ["DATE", "horse name", "Trainer", "groundwork", "riding", "Notes"])).toEqual([
      "day",
      "horse",
      "rider",
      "groundMinutes",
      "saddleMinutes",
      "word",
    ]);
  });
  it.each(IMPORTS)("of our own template of %s are all found, and its example reads without a fault", (list) => {
    const { headings, example } = templateOf(list);
    const columns = matched(list, headings);
    expect(columns).toEqual(COLUMNS[list].map(({ key }) => key));
    expect(readRow(COLUMNS[list], columns, example, METRIC).faults).toEqual([]);
  });
  it("no heading means two of them", () => {
    for (const list of IMPORTS) {
      const own = COLUMNS[list].map(({ heading }) => heading.toLowerCase());
      expect(new Set(own).size).toBe(own.length);
    }
  });
});

describe("a table", () => {
  it("has its headings where most columns are known, and leaves empty rows out; each row knows its line", () => {
    const table = tableOf("horses", [
      ["Spring Hollow Barn"],
      [],
      ["Horse", "Owner"],
      ["Thimble", "Ottoline Fenn"],
      ["", " "],
      ["Cricket", "Ambrose Fenn", "x"],
    ]);
    expect(table).toEqual({
      headings: ["Horse", "Owner", ""],
      rows: [
        ["Thimble", "Ottoline Fenn", ""],
        ["Cricket", "Ambrose Fenn", "x"],
      ],
      lines: [4, 6],
    });
    expect(tableOf("horses", [[], [" "]])).toBeNull();
  });
});

describe("a row", () => {
  const columns = COLUMNS.horses;
  it("gives what its cells hold; what is empty says nothing, what is needed is missed", () => {
    const headed = ["horse", "owner", "birth", "heightCm", null];
    expect(readRow(columns, headed, ["Thimble", "", "2021", "", "bay"], METRIC)).toEqual({
      values: { horse: "Thimble", birth: { year: 2021, date: null } },
      faults: [{ column: "owner", code: "missing" }],
    });
    expect(readRow(columns, headed, ["Thimble", "Ottoline Fenn", "spring", "tall"], METRIC).faults).toEqual([
      { column: "birth", code: "not-a-birth" },
      { column: "heightCm", code: "not-a-number" },
    ]);
  });
  it("never throws, whatever stands in it", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...IMPORTS),
        fc.array(fc.string({ unit: "binary", maxLength: 40 }), { maxLength: 20 }),
        (list, cells) => {
          const { values, faults } = readRow(
            COLUMNS[list],
            COLUMNS[list].map(({ key }) => key),
            cells,
            AMERICAN,
          );
          for (const { key, needed } of COLUMNS[list])
            if (needed) expect(key in values || faults.some(({ column }) => column === key)).toBe(true);
        },
      ),
    );
  });
});
