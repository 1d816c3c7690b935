import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope, ref } from "vue";
import { type Placed, usePlacing } from "./usePlacing";

let scope = effectScope();
beforeEach(() => {
  vi.useFakeTimers();
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
});

function placing(scale = ref(4)) {
  const [drafts, saved]: [(Placed | null)[], Placed[]] = [[], []];
  const made = scope.run(() =>
    usePlacing<Placed>({
      scale,
      step: ref(1),
      draft: (thing) => drafts.push(thing),
      save: (thing) => saved.push(thing),
    }),
  );
  if (!made) throw new Error("no scope");
  return { ...made, drafts, saved, scale };
}
const moon: Placed = { key: "moon", x_mm: 10, y_mm: 20 };
const arrow = (key: string, shiftKey = false) => new KeyboardEvent("keydown", { key, shiftKey });
const pointer = (type: string, x: number, y: number) =>
  new PointerEvent(type, { clientX: x, clientY: y, pointerId: 1, button: 0, isPrimary: true, bubbles: true });

describe("a thing moved by the arrow keys", () => {
  it("goes a step a press, further with Shift, and is saved once the keys rest", () => {
    const { key, drafts, saved } = placing();
    key(arrow("ArrowRight"), moon);
    key(arrow("ArrowRight", true), moon);
    key(arrow("ArrowUp"), moon);
    expect(drafts.at(-1)).toEqual({ ...moon, x_mm: 15, y_mm: 19 });
    expect(saved).toEqual([]);
    vi.advanceTimersByTime(300);
    expect(saved).toEqual([{ ...moon, x_mm: 15, y_mm: 19 }]);
  });

  it("is saved when another is moved, and when the page is left", () => {
    const { key, saved } = placing();
    key(arrow("ArrowRight"), moon);
    key(arrow("ArrowLeft"), { ...moon, key: "sun" });
    expect(saved.map((one) => one.key)).toEqual(["moon"]);
    scope.stop();
    expect(saved.map((one) => one.key)).toEqual(["moon", "sun"]);
  });
});

describe("a thing moved by hand", () => {
  function onPanel(left: number) {
    const panel = document.createElementNS("http://www.w3.org/2000/svg", "svg");
    const handle = document.createElementNS("http://www.w3.org/2000/svg", "path");
    handle.setPointerCapture = () => undefined;
    panel.append(handle);
    document.body.append(panel);
    const at = { left, top: 0 };
    panel.getBoundingClientRect = () => ({ ...at }) as DOMRect;
    return { handle, at };
  }

  it("lies under the hand, also where the panel is shown otherwise meanwhile", () => {
    const scale = ref(4);
    const { grab, drafts, saved } = placing(scale);
    const { handle, at } = onPanel(100);
    handle.addEventListener("pointerdown", (event) => grab(event as PointerEvent, moon));
    handle.dispatchEvent(pointer("pointerdown", 140, 80)); // on its middle, 10 mm in and 20 down
    handle.dispatchEvent(pointer("pointermove", 180, 80));
    expect(drafts.at(-1)).toEqual({ ...moon, x_mm: 20 });
    [scale.value, at.left] = [2, 50];
    handle.dispatchEvent(pointer("pointermove", 90, 40));
    expect(drafts.at(-1), "20 mm in and 20 down of the panel as it is shown now").toEqual({
      ...moon,
      x_mm: 20,
    });
    handle.dispatchEvent(pointer("pointermove", 110, 50));
    handle.dispatchEvent(pointer("pointerup", 110, 50));
    expect(saved).toEqual([{ ...moon, x_mm: 30, y_mm: 25 }]);
    expect(drafts.at(-1)).toBeNull();
  });

  it("is where it was after Escape, and saves nothing", () => {
    const { grab, drafts, saved } = placing();
    const { handle } = onPanel(0);
    handle.addEventListener("pointerdown", (event) => grab(event as PointerEvent, moon));
    handle.dispatchEvent(pointer("pointerdown", 40, 80));
    handle.dispatchEvent(pointer("pointermove", 90, 80));
    document.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape" }));
    handle.dispatchEvent(pointer("pointermove", 120, 80));
    expect(drafts.at(-1)).toBeNull();
    expect(saved).toEqual([]);
  });
});
