import { describe, expect, it } from "vitest";
import { turnOf } from "./run";

const RUN = ["s1", "strip~s1", "strip~s2", "s2", "s3", "tag~s1", "s4"];

describe("whose turn it is at the bench", () => {
  it("goes from the panel to a piece where the run does, and back when that is made", () => {
    expect(turnOf(RUN, [], "", "s1", false)).toEqual({ first: null, then: "strip" });
    expect(turnOf(RUN, ["s1"], "strip", "s1", false)).toEqual({ first: null, then: null });
    expect(turnOf(RUN, ["s1", "strip~s1"], "strip", "s2", false)).toEqual({ first: null, then: "" });
    expect(turnOf(RUN, ["s1", "strip~s1", "strip~s2"], "strip", "s2", true)).toEqual({
      first: null,
      then: "",
    });
  });
  it("says what comes first on another part and is not done", () => {
    expect(turnOf(RUN, ["s1"], "", "s2", false).first).toBe("strip");
    expect(turnOf(RUN, ["s1", "strip~s1", "strip~s2"], "", "s2", false).first).toBeNull();
  });
  it("passes over what was done out of turn", () => {
    expect(turnOf(RUN, ["strip~s1", "strip~s2"], "", "s1", false)).toEqual({ first: null, then: null });
    expect(turnOf(RUN, ["s1", "strip~s1", "strip~s2", "tag~s1"], "", "s3", false).then).toBeNull();
  });
  it("every step of any run is come to, once each, by following the turns", () => {
    const order = (run: string[]) => {
      const done: string[] = [];
      const at = (part: string) =>
        run.find(
          (kept) =>
            !done.includes(kept) &&
            kept.split("~").length === (part ? 2 : 1) &&
            (part ? kept.startsWith(`${part}~`) : true),
        );
      let part = run[0]?.includes("~") ? (run[0].split("~")[0] ?? "") : "";
      for (let n = 0; n < run.length; n++) {
        const kept = at(part);
        if (!kept) break;
        const step = kept.split("~").pop() ?? "";
        const { then } = turnOf(run, done, part, step, false);
        done.push(kept);
        if (then !== null) part = then;
      }
      return done;
    };
    for (const run of [
      RUN,
      ["base~s1", "s1", "base~s2", "s2"],
      ["s1", "s2"],
      ["a~s1", "b~s1", "a~s2", "s1"],
    ]) {
      expect(order(run)).toEqual(run);
    }
  });
  it("ends where all is done", () => {
    expect(turnOf(RUN, RUN, "", "s4", true)).toEqual({ first: null, then: null });
  });
});
