import { expect, it } from "vitest";
import type { Schemas } from "../api/models";
import { hourMarks, rowsOf } from "./day";
import { sayHour } from "./time";

const entry = (card: number, start_s: number, end_s: number, ...by: string[]): Schemas["EntryOut"] => ({
  card,
  step: "s1",
  number: 1,
  says: "",
  start_s,
  end_s,
  by,
});

it("gives each maker and tool a row, makers first, and the drying one of its own", () => {
  const rows = rowsOf([
    entry(1, 0, 60, "heat tool", "maker 1"),
    entry(2, 0, 60, "maker 2"),
    entry(1, 60, 90),
  ]);
  expect(rows.map((row) => row.name)).toEqual(["maker 1", "maker 2", "heat tool", "drying"]);
  expect(rows[0]?.entries).toHaveLength(1);
});

it("draws cards that dry at the same time on lines of their own", () => {
  const drying = [entry(1, 0, 100), entry(2, 50, 150), entry(3, 100, 200)];
  const depth = rowsOf(drying)[0]?.depth;
  expect(drying.map((one) => depth?.get(one))).toEqual([4, 10, 4]);
});

it("tells the hour, and marks round ones", () => {
  expect(sayHour(9 * 3600 + 300)).toBe("9:05");
  const marks = hourMarks(7200, 9 * 60 + 7);
  expect(marks[0]).toEqual({ s: 8 * 60, label: "9:15" });
  expect(marks.length).toBeLessThanOrEqual(12);
});
