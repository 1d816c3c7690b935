/** What is cut from a piece: added, told with its place, left, and which part of the piece is put on. */
import { enableAutoUnmount, mount } from "@vue/test-utils";
import { afterEach, expect, it } from "vitest";
import { nextTick } from "vue";
import type { Schemas } from "../../api/models";
import CutFromPiece from "./CutFromPiece.vue";

enableAutoUnmount(afterEach);

type Beside = Schemas["BesideOut"];
const PIECE: Beside = {
  key: "piece-1",
  name: "second print",
  outline: "rectangle",
  stock: "White",
  stock_hex: "#ffffff",
  width_mm: 120,
  height_mm: 120,
  x_mm: 60,
  y_mm: 60,
  angle_deg: 0,
  raised_mm: 0,
  flush: false,
  belongs: "panel",
  cuts: [],
  used: "whole",
  steps: 3,
  path: "",
};
const shown = (piece: Beside) =>
  mount(CutFromPiece, { props: { piece, units: "in" }, attachTo: document.body });
const put = (of: ReturnType<typeof shown>) => of.emitted("put")?.at(-1) as [Partial<Beside>, string];
async function choose(of: ReturnType<typeof shown>, word: string, choice: string) {
  await of
    .findAll("button")
    .find((button) => button.attributes("aria-label")?.startsWith(word))
    ?.trigger("click");
  await nextTick();
  const found = [...document.querySelectorAll("[role=option], [role=menuitem]")].find((it) =>
    it.textContent?.includes(choice),
  );
  found?.dispatchEvent(new MouseEvent("click", { bubbles: true }));
  await nextTick();
}

it("cuts three squares, and what is cut is what is put on", async () => {
  const piece = shown(PIECE);
  await choose(piece, "Cut from it", "three squares");
  const [part, said] = put(piece);
  expect(part.cuts).toHaveLength(3);
  expect(part.used).toBe("cuts");
  expect(said).toBe("cut three squares from it");
});

it("tells where each is cut, leaves one, and with the last all of it is put on again", async () => {
  const piece = shown(PIECE);
  await choose(piece, "Cut from it", "a circle");
  const cuts = put(piece)[0].cuts ?? [];
  await piece.setProps({ piece: { ...PIECE, cuts, used: "rest" } });
  const words = piece.text().replace(/\s+/g, "");
  expect(words).toContain("thecircle1,13/8inacross,itsmiddle23/8infromtheleft");
  expect(words).toContain("iscutfromit;putoniswhatisleftofit");
  await piece
    .findAll("button")
    .find((button) => button.text() === "don't cut it")
    ?.trigger("click");
  expect(put(piece)[0]).toEqual({ cuts: [], used: "whole" });
});

it("says so where there is no room left, and cuts nothing", async () => {
  const piece = shown(PIECE);
  await choose(piece, "Cut from it", "a square");
  const one = put(piece)[0].cuts?.[0];
  if (!one) throw new Error("nothing was cut");
  await piece.setProps({
    piece: { ...PIECE, cuts: [{ ...one, width_mm: 118, height_mm: 118 }], used: "cuts" },
  });
  await choose(piece, "Cut from it", "a square");
  expect(piece.emitted("put")).toHaveLength(1);
  expect(piece.text()).toContain("There is no room left on it");
});

it("puts another part of it on", async () => {
  const piece = shown(PIECE);
  await choose(piece, "Cut from it", "a square");
  const cuts = put(piece)[0].cuts ?? [];
  await piece.setProps({ piece: { ...PIECE, cuts, used: "cuts" } });
  await choose(piece, "Put on", "what is left of it");
  expect(put(piece)[0]).toEqual({ used: "rest" });
});
