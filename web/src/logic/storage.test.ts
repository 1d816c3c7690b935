import { afterEach, describe, expect, it, vi } from "vitest";
import { keep, readKept } from "./storage";

afterEach(() => {
  vi.restoreAllMocks();
  localStorage.clear();
});

describe("what the browser keeps", () => {
  it("is read as it was written, and forgotten", () => {
    expect(keep("a", "text")).toBe(true);
    expect(readKept("a")).toBe("text");
    keep("a", null);
    expect(readKept("a")).toBeNull();
  });

  it("is told where storage is full, and where it is blocked", () => {
    const full = vi.spyOn(localStorage, "setItem").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    expect(keep("a", "text")).toBe(false);
    full.mockRestore();
    vi.spyOn(globalThis, "localStorage", "get").mockImplementation(() => {
      throw new DOMException("blocked", "SecurityError");
    });
    expect(keep("a", "text")).toBe(false);
    expect(readKept("a")).toBeNull();
  });
});
