import { describe, expect, it } from "vitest";
import { PLACES } from "../composables/useWays";
import { EVERYWHERE, HELP } from "./help";

/** Keys that browsers and screen readers keep for themselves with Ctrl or ⌘. */
const TAKEN = /\b(Ctrl|⌘) and [TWNRLFPSDHJKO]\b/;

describe("help", () => {
  it("is there for every place and says something of each", () => {
    expect(Object.keys(HELP).sort()).toEqual(Object.keys(PLACES).sort());
    for (const { what, ways } of Object.values(HELP)) {
      expect(what).toMatch(/\.$/);
      expect(ways.length).toBeGreaterThan(0);
      for (const way of ways) expect(way).toMatch(/\.$/);
    }
  });
  it("lists no key twice in one place, and none that a browser keeps", () => {
    for (const { keys } of Object.values(HELP)) {
      const all = [...keys, ...EVERYWHERE];
      expect(new Set(all.map(([key]) => key)).size).toBe(all.length);
      for (const [key] of all) expect(key).not.toMatch(TAKEN);
    }
  });
});
