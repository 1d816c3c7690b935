/**
 * Things moved about on the panel, by hand with snapping or by the arrow keys: where they are going is shown as a draft, and saved when
 * the hand lets go or the keys rest. Leaving the page keeps what the keys have done.
 */
import { ARROWS } from "../logic/arrows";
import { getCurrentScope, onScopeDispose, type Ref, ref } from "vue";
import { type Line, snap } from "../logic/snapping";
import { useDragging } from "./useDragging";

export interface Placed {
  key: string;
  x_mm: number;
  y_mm: number;
}
interface Placing<T> {
  /** Pixels a millimetre. */
  scale: Ref<number>;
  /** The ruler's smallest step, mm. */
  step: Ref<number>;
  lines?: (thing: T, way: "x_mm" | "y_mm") => Line[];
  within?: (thing: T) => T;
  draft: (thing: T | null) => void;
  save: (thing: T) => void;
}
const REST_MS = 220;
/** With Shift an arrow goes so many steps. */
const LARGER = 4;

export function usePlacing<T extends Placed>(on: Placing<T>) {
  const within = on.within ?? ((thing: T) => thing);
  /** The lines that a dragged thing rests on, drawn while it is held. */
  const guides = ref<{ x: Line | null; y: Line | null }>({ x: null, y: null });
  let going: T | null = null;
  const noGuides = () => (guides.value = { x: null, y: null });

  /** Where the hand is on the panel, mm: also when that is shown larger, smaller or elsewhere since it took hold. */
  let panel: Element | null = null;
  function handAt(event: PointerEvent) {
    const box = panel?.getBoundingClientRect() ?? { left: 0, top: 0 };
    return {
      x_mm: (event.clientX - box.left) / on.scale.value,
      y_mm: (event.clientY - box.top) / on.scale.value,
    };
  }
  let from = { x_mm: 0, y_mm: 0 };

  const { held, grab: hold } = useDragging<T>({
    slack: 2,
    move(thing, _dx, _dy, event) {
      const hand = handAt(event);
      const to = (way: "x_mm" | "y_mm") =>
        snap(thing[way] + hand[way] - from[way], on.lines?.(thing, way) ?? [], on.step.value);
      const [x, y] = [to("x_mm"), to("y_mm")];
      guides.value = { x: x.on, y: y.on };
      going = within({ ...thing, x_mm: x.mm, y_mm: y.mm });
      on.draft(going);
    },
    drop(thing) {
      noGuides();
      const to = going;
      going = null;
      on.draft(null);
      if (to && (to.x_mm !== thing.x_mm || to.y_mm !== thing.y_mm)) on.save(to);
    },
    putBack() {
      noGuides();
      going = null;
      on.draft(null);
    },
  });

  function grab(event: PointerEvent, thing: T) {
    panel = event.currentTarget instanceof Element ? event.currentTarget.closest("svg") : null;
    from = handAt(event);
    hold(event, thing);
  }

  let keyed: T | null = null;
  let resting: ReturnType<typeof setTimeout> | undefined;
  function rest() {
    clearTimeout(resting);
    const to = keyed;
    keyed = null;
    if (to) on.save(to);
  }
  function key(event: KeyboardEvent, thing: T) {
    const by = ARROWS[event.key];
    if (!by) return;
    event.preventDefault();
    if (keyed && keyed.key !== thing.key) rest();
    const from = keyed ?? thing;
    const [x, y] = by;
    const far = on.step.value * (event.shiftKey ? LARGER : 1);
    keyed = within({ ...from, x_mm: from.x_mm + x * far, y_mm: from.y_mm + y * far });
    on.draft(keyed);
    clearTimeout(resting);
    resting = setTimeout(rest, REST_MS);
  }
  if (getCurrentScope()) onScopeDispose(rest);

  return { held, guides, grab, key, rest };
}
