import { describe, expect, it } from "vitest";
import { sayStanding, sayWhen } from "./versions";

describe("versions", () => {
  it("a version of today is told by its hour, an older one by its day", () => {
    const now = new Date("2026-01-07T15:00:00");
    expect(sayWhen("2026-01-07T14:05:00+00:00", now)).not.toContain("2026");
    expect(sayWhen("2025-12-30T14:05:00", now)).toContain("2025");
  });
  it("what goes wrong is counted and told, then how long it takes", () => {
    expect(sayStanding({ troubles: [], takes: "" })).toBe("No problems found.");
    expect(sayStanding({ troubles: ["A."], takes: "It takes about 5 minutes." })).toBe(
      "One thing will go wrong: A. It takes about 5 minutes.",
    );
    expect(sayStanding({ troubles: ["A.", "B."], takes: "" })).toContain("2 things will go wrong: A. B.");
  });
});
