import { beforeEach, expect, it } from "vitest";
import type { Edit } from "./edits";
import { readOutbox, writeOutbox } from "./outbox";

beforeEach(() => localStorage.clear());
const edit = (key: string): Edit => ({ key, said: "call it Night", change: { do: "title", title: "Night" } });

it("keeps what is not saved, beside what another window keeps", () => {
  writeOutbox("c1", [edit("a")], []);
  writeOutbox("c1", [edit("b")], []);
  expect(readOutbox("c1").map((one) => one.key)).toEqual(["a", "b"]);
  writeOutbox("c1", [], ["b"]);
  expect(readOutbox("c1").map((one) => one.key)).toEqual(["a"]);
  writeOutbox("c1", [], ["a"]);
  expect(localStorage.length).toBe(0);
});

it("reads nothing out of what is no outbox", () => {
  for (const text of ["", "{", "[1, null, {}]", '{"key":1}', '[{"key":"a","said":"x","change":{}}]']) {
    localStorage.setItem("cielo.outbox.c1", text);
    expect(readOutbox("c1"), text).toEqual([]);
  }
});

it("lives on where the browser has no room", () => {
  const full = localStorage.setItem;
  localStorage.setItem = () => {
    throw new DOMException("full", "QuotaExceededError");
  };
  expect(() => writeOutbox("c1", [edit("a")], [])).not.toThrow();
  localStorage.setItem = full;
});
