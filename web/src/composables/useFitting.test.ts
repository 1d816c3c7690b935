import { describe, expect, it } from "vitest";
import { largestThatFits, SHARES } from "./useFitting";

describe("text as large as its place allows", () => {
  it("takes the largest share that fits, and the smallest where none does", () => {
    for (const room of [2, 1, 0.9, 0.8, 0.7, 0.65, 0.61, 0.3]) {
      const share = largestThatFits((one) => one <= room);
      expect(share).toBe(SHARES.find((one) => one <= room) ?? Math.min(...SHARES));
    }
  });
  it("asks no more once it fits", () => {
    const asked: number[] = [];
    largestThatFits((one) => {
      asked.push(one);
      return one < 0.9;
    });
    expect(asked).toEqual([1, 0.92, 0.85]);
  });
});
