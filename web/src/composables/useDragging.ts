/**
 * The one way things are dragged, by mouse, pen or finger: the pointer is captured; a lifted finger drops, a cancelled touch and Escape
 * put the thing back; other buttons and second fingers do nothing.
 */
import { getCurrentScope, onScopeDispose, shallowRef } from "vue";

export interface Dragging<T> {
  /** The hand moved by so many pixels since it took hold. */
  move(thing: T, dx: number, dy: number, event: PointerEvent): void;
  drop(thing: T): void;
  /** Nothing was done: all is as it was. */
  putBack(thing: T): void;
  /** So far the hand may tremble before it is a drag, px. */
  slack?: number;
  /** A finger must rest so long before it drags, ms, where a quick one scrolls. */
  restFirst?: number;
}

export function useDragging<T>(on: Dragging<T>) {
  const held = shallowRef<T | null>(null);
  let letGo: (() => void) | null = null;

  function grab(event: PointerEvent, thing: T) {
    if (event.button !== 0 || !event.isPrimary || letGo) return;
    const element = event.currentTarget;
    if (!(element instanceof Element)) return;
    const pointer = event.pointerId;
    const from = { x: event.clientX, y: event.clientY };
    let moved = (on.slack ?? 0) === 0;
    const began = event.timeStamp;
    const rests = event.pointerType === "touch" ? (on.restFirst ?? 0) : 0;
    const early = (event: Event) => event.timeStamp - began < rests;
    const hand = new AbortController();
    const { signal } = hand;
    element.setPointerCapture(pointer);
    held.value = thing;

    const end = (finish: (thing: T) => void) => {
      if (signal.aborted) return;
      hand.abort();
      letGo = null;
      held.value = null;
      if (element.hasPointerCapture?.(pointer)) element.releasePointerCapture(pointer);
      finish(thing);
    };
    letGo = () => end(on.putBack);
    const mine = (act: (event: PointerEvent) => void) => (event: Event) => {
      if (event instanceof PointerEvent && event.pointerId === pointer) act(event);
    };
    element.addEventListener(
      "pointermove",
      mine((event) => {
        const [dx, dy] = [event.clientX - from.x, event.clientY - from.y];
        const far = Math.hypot(dx, dy) > (on.slack ?? 0);
        if (far && !moved && early(event)) return end(on.putBack);
        moved ||= far;
        if (moved) on.move(thing, dx, dy, event);
      }),
      { signal },
    );
    element.addEventListener(
      "pointerup",
      mine(() => end(moved ? on.drop : on.putBack)),
      { signal },
    );
    element.addEventListener(
      "pointercancel",
      mine(() => end(on.putBack)),
      { signal },
    );
    element.addEventListener(
      "lostpointercapture",
      mine(() => end(on.putBack)),
      { signal },
    );
    // A finger that has rested drags; the page does not scroll under it.
    const still = (event: Event) => {
      if (rests && !early(event) && event.cancelable) event.preventDefault();
    };
    element.addEventListener("touchmove", still, { signal, passive: false });
    document.addEventListener(
      "keydown",
      (event) => {
        if (event.key !== "Escape") return;
        event.preventDefault();
        event.stopPropagation();
        end(on.putBack);
      },
      { signal, capture: true },
    );
  }

  if (getCurrentScope()) onScopeDispose(() => letGo?.());
  return { held, grab };
}
