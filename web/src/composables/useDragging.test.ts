import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope, ref } from "vue";
import { useDragging } from "./useDragging";
import { usePlacing } from "./usePlacing";

function thing() {
  const element = document.createElement("div");
  document.body.append(element);
  element.setPointerCapture = () => undefined;
  element.releasePointerCapture = () => undefined;
  element.hasPointerCapture = () => false;
  return element;
}
const pointer = (type: string, x: number, y: number, more: PointerEventInit = {}) =>
  new PointerEvent(type, {
    clientX: x,
    clientY: y,
    pointerId: 1,
    isPrimary: true,
    button: 0,
    bubbles: true,
    ...more,
  });

describe("dragging", () => {
  const log: string[] = [];
  beforeEach(() => log.splice(0));
  function start(more: PointerEventInit = {}) {
    const element = thing();
    const { grab, held } = useDragging<string>({
      move: (what, dx, dy) => log.push(`${what} ${dx} ${dy}`),
      drop: (what) => log.push(`drop ${what}`),
      putBack: (what) => log.push(`back ${what}`),
    });
    element.addEventListener("pointerdown", (event) => grab(event, "moon"));
    element.dispatchEvent(pointer("pointerdown", 10, 10, more));
    return { element, held };
  }

  it("moves and drops", () => {
    const { element, held } = start();
    expect(held.value).toBe("moon");
    element.dispatchEvent(pointer("pointermove", 15, 8));
    element.dispatchEvent(pointer("pointerup", 15, 8));
    expect(log).toEqual(["moon 5 -2", "drop moon"]);
    expect(held.value).toBeNull();
  });

  it("puts back what was cancelled, lost or escaped, and follows the hand no more", () => {
    for (const end of [pointer("pointercancel", 0, 0), pointer("lostpointercapture", 0, 0)]) {
      const { element } = start();
      element.dispatchEvent(end);
      element.dispatchEvent(pointer("pointermove", 40, 40));
    }
    const { element } = start();
    document.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape" }));
    element.dispatchEvent(pointer("pointermove", 40, 40));
    expect(log).toEqual(["back moon", "back moon", "back moon"]);
  });

  it("leaves other buttons and second fingers alone", () => {
    for (const more of [{ button: 2 }, { button: 1 }, { isPrimary: false }]) {
      const { element, held } = start(more);
      expect(held.value).toBeNull();
      element.dispatchEvent(pointer("pointermove", 40, 40));
    }
    expect(log).toEqual([]);
  });
});

describe("placing", () => {
  const moon = { key: "moon", x_mm: 20, y_mm: 20 };
  const saved: (typeof moon)[] = [];
  const drafts: (typeof moon | null)[] = [];
  const place = () =>
    usePlacing<typeof moon>({
      scale: ref(2),
      step: ref(1),
      draft: (draft) => drafts.push(draft),
      save: (to) => saved.push(to),
    });
  const press = (key: string) => new KeyboardEvent("keydown", { key });
  beforeEach(() => {
    vi.useFakeTimers();
    saved.splice(0);
    drafts.splice(0);
  });
  afterEach(() => vi.useRealTimers());

  it("counts every press of a key and saves once when the hand rests", () => {
    const { key } = place();
    for (let i = 0; i < 5; i++) key(press("ArrowRight"), moon);
    key(press("ArrowUp"), moon);
    expect(saved).toEqual([]);
    vi.advanceTimersByTime(300);
    expect(saved).toEqual([{ key: "moon", x_mm: 25, y_mm: 19 }]);
  });

  it("loses nothing when the page is left at once", () => {
    const page = effectScope();
    page.run(() => place().key(press("ArrowLeft"), moon));
    page.stop();
    expect(saved).toEqual([{ key: "moon", x_mm: 19, y_mm: 20 }]);
    vi.advanceTimersByTime(300);
    expect(saved).toHaveLength(1);
  });

  it("saves one thing before it takes another in hand", () => {
    const { key } = place();
    key(press("ArrowLeft"), moon);
    key(press("ArrowLeft"), { ...moon, key: "sun" });
    expect(saved.map((to) => to.key)).toEqual(["moon"]);
  });

  it("shows a drag as a draft in mm and saves where it is dropped; a cancelled one leaves no trace", () => {
    const { grab } = place();
    const element = thing();
    element.addEventListener("pointerdown", (event) => grab(event, moon));
    element.dispatchEvent(pointer("pointerdown", 0, 0));
    element.dispatchEvent(pointer("pointermove", 20, 0));
    expect(drafts.at(-1)).toEqual({ key: "moon", x_mm: 30, y_mm: 20 });
    element.dispatchEvent(pointer("pointercancel", 20, 0));
    expect([drafts.at(-1), saved]).toEqual([null, []]);
    element.dispatchEvent(pointer("pointerdown", 0, 0));
    element.dispatchEvent(pointer("pointermove", 20, 0));
    element.dispatchEvent(pointer("pointerup", 20, 0));
    expect([drafts.at(-1), saved]).toEqual([null, [{ key: "moon", x_mm: 30, y_mm: 20 }]]);
  });
});
