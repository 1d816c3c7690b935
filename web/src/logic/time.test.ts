import { describe, expect, it } from "vitest";
import { aheadOfServer, sayClock } from "./time";

describe("the bench's clock", () => {
  it("is set by the answer that came fastest, whatever the slow ones say", () => {
    const truth = 1_500;
    const ways = [4_000, 120, 2_500, 30, 900];
    let ahead: number | null = null;
    for (const way of ways) ahead = aheadOfServer(ahead, truth + way);
    expect(ahead).toBe(truth + Math.min(...ways));
  });
  it("follows a clock that is set forward or back", () => {
    expect(aheadOfServer(200, 3_600_200)).toBe(3_600_200);
    expect(aheadOfServer(200, -3_600_000)).toBe(-3_600_000);
  });
  it("counts down to nothing and no further", () => {
    expect([247_000, 246_001, 59_000, 0, -9_000].map(sayClock)).toEqual([
      "4:07",
      "4:07",
      "0:59",
      "0:00",
      "0:00",
    ]);
  });
});
