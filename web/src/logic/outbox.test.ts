import { beforeEach, expect, it, vi } from "vitest";
import type { Edit } from "./edits";
import { readOutbox, writeOutbox } from "./outbox";

beforeEach(() => localStorage.clear());
const edit = (key: string): Edit => ({ key, said: "call it Night", change: { do: "title", title: "Night" } });

it("keeps what is not saved, beside what another window keeps", () => {
  writeOutbox("c1", [edit("a")], []);
  writeOutbox("c1", [edit("b")], []);
  expect(readOutbox("c1").edits.map((one) => one.key)).toEqual(["a", "b"]);
  writeOutbox("c1", [], ["b"]);
  expect(readOutbox("c1").edits.map((one) => one.key)).toEqual(["a"]);
  writeOutbox("c1", [], ["a"]);
  expect(localStorage.length).toBe(0);
});

it("sets aside what is no outbox, and loses none of it", () => {
  for (const text of [
    "",
    "{",
    "[1, null, {}]",
    '{"key":1}',
    '[{"key":"a","said":"x","change":{}}]',
    '{"version":99,"edits":[]}',
  ]) {
    localStorage.clear();
    localStorage.setItem("cielo.outbox.c1", text);
    expect(readOutbox("c1"), text).toEqual({ edits: [], odd: true });
    expect(localStorage.getItem("cielo.aside.c1")).toBe(text);
    expect(readOutbox("c1"), "it is told once").toEqual({ edits: [], odd: false });
  }
});

it("keeps what is sound of what is not all sound", () => {
  localStorage.setItem("cielo.outbox.c1", JSON.stringify({ version: 2, edits: [edit("a"), { key: 7 }] }));
  const kept = readOutbox("c1");
  expect(kept.odd).toBe(true);
  expect(kept.edits.map((one) => one.key)).toEqual(["a"]);
  expect(readOutbox("c1")).toEqual({ edits: [edit("a")], odd: false });
});

it("reads the list that was kept before there were versions", () => {
  localStorage.setItem("cielo.outbox.c1", JSON.stringify([edit("a")]));
  expect(readOutbox("c1")).toEqual({ edits: [edit("a")], odd: false });
});

it("says where the browser does not keep it", () => {
  expect(writeOutbox("c1", [edit("a")], [])).toBe(true);
  const full = vi.spyOn(localStorage, "setItem").mockImplementation(() => {
    throw new DOMException("full", "QuotaExceededError");
  });
  expect(writeOutbox("c1", [edit("a"), edit("b")], [])).toBe(false);
  full.mockRestore();
});
