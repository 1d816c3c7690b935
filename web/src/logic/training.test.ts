import { describe, expect, it } from "vitest";
import { sayGoing, sayMarked } from "./training";

const marked = (off: number, score: number) => ({ off, score, truth: [0], words: "" });

describe("the trainer's words", () => {
  it("are kinder the nearer it was", () => {
    expect(sayMarked(marked(0, 1), "crossing")).toBe("Right.");
    expect(sayMarked(marked(3, 0.9), "crossing")).toContain("side by side");
    expect(sayMarked(marked(10, 0.67), "mud")).toBe("Not far off.");
    expect(sayMarked(marked(25, 0.1), "line")).toBe("Not quite.");
    expect(sayMarked(marked(3, 0.9), "order")).toContain("much alike");
  });
  it("say how it goes from not tried to sitting", () => {
    expect([null, 0.2, 0.5, 0.8, 1].map(sayGoing)).toEqual([
      "not tried yet",
      "needs most practice",
      "needs practice",
      "going well",
      "it sits",
    ]);
  });
});
