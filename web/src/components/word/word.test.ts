/** The word, held to the WAI-ARIA Authoring Practices: Listbox, Combobox with listbox popup, Spinbutton, Dialog. */
import { enableAutoUnmount, mount } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { h, nextTick } from "vue";
import { latelyFirst, matching, typedAhead } from "./choice";
import WordChoice from "./WordChoice.vue";
import WordLength from "./WordLength.vue";
import WordText from "./WordText.vue";

enableAutoUnmount(afterEach);
beforeEach(() => localStorage.clear());

const few = [
  { value: "top", label: "top edge" },
  { value: "left", label: "left edge" },
  { value: "bottom", label: "bottom edge" },
];
const many = Array.from({ length: 25 }, (_, i) => ({ value: `ink-${i}`, label: `Agave ${i}`, hint: "dye" }));

function choice(choices: typeof few, value = "top") {
  return mount(WordChoice, {
    props: { text: "top edge", label: "From", choices, value },
    attachTo: document.body,
  });
}
const word = (of: ReturnType<typeof mount>) => of.get(".word");
const press = async (key: string, on?: Element | null) => {
  (on ?? document.activeElement)?.dispatchEvent(
    new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }),
  );
  await nextTick();
  await nextTick();
};

describe("a choice", () => {
  it("opens by an arrow with focus inside, is walked by arrows, Home and End, and taken by Enter", async () => {
    const shown = choice(few);
    await press("ArrowDown", word(shown).element);
    const list = shown.get("[role=listbox]");
    expect(document.activeElement).toBe(list.element);
    expect(word(shown).attributes("aria-expanded")).toBe("true");
    expect(shown.get("[aria-selected=true]").text()).toContain("top edge");
    await press("End");
    await press("ArrowUp");
    expect(shown.get(`#${CSS.escape(list.attributes("aria-activedescendant") ?? "")}`).text()).toBe(
      "left edge",
    );
    await press("Enter");
    expect(shown.emitted("choose")).toEqual([["left"]]);
    expect(document.activeElement).toBe(word(shown).element);
    expect(shown.find("[role=listbox]").exists()).toBe(false);
  });

  it("opens by typing and goes to what is meant", async () => {
    const shown = choice(few);
    await press("b", word(shown).element);
    await press("Enter");
    expect(shown.emitted("choose")).toEqual([["bottom"]]);
  });

  it("is dropped by Escape, which gives focus back and goes no further", async () => {
    const shown = choice(few);
    let heard = 0;
    document.addEventListener("keydown", () => heard++);
    await press("ArrowDown", word(shown).element);
    heard = 0;
    await press("End");
    heard = 0;
    await press("Escape");
    expect(heard).toBe(0);
    expect(shown.emitted("choose")).toBeUndefined();
    expect(document.activeElement).toBe(word(shown).element);
  });

  it("of many has a field to search in, as a combobox", async () => {
    const shown = choice(many, "ink-3");
    await word(shown).trigger("click");
    await nextTick();
    const search = shown.get("[role=combobox]");
    expect(document.activeElement).toBe(search.element);
    await search.setValue("agave 17");
    expect(shown.findAll("[role=option]")).toHaveLength(1);
    await press("Enter");
    expect(shown.emitted("choose")).toEqual([["ink-17"]]);
    await word(shown).trigger("click");
    await nextTick();
    expect(shown.find("[role=option]").text()).toContain("Agave 17");
    await shown.get("[role=combobox]").setValue("ocotillo");
    expect(shown.text()).toContain("Nothing matches “ocotillo”.");
  });

  it("is the only one that is open", async () => {
    const both = mount(
      {
        render: () =>
          [few, many].map((choices, i) =>
            h(WordChoice, { text: "word", label: `W${i}`, choices, value: "" }),
          ),
      },
      { attachTo: document.body },
    );
    for (const one of both.findAll(".word")) await one.trigger("click");
    await nextTick();
    expect(both.findAll(".word").map((one) => one.attributes("aria-expanded"))).toEqual(["false", "true"]);
  });
});

describe("a length", () => {
  const length = (mm = 25.4, more = {}) =>
    mount(WordLength, { props: { label: "Go to", mm, units: "in", ...more }, attachTo: document.body });
  const open = async (shown: ReturnType<typeof length>) => {
    await word(shown).trigger("click");
    await nextTick();
    return shown.get<HTMLInputElement>("[role=spinbutton]");
  };

  it("is spun by keys and taps as a draft, and kept when it is left", async () => {
    const shown = length();
    const field = await open(shown);
    expect(document.activeElement).toBe(field.element);
    await field.trigger("keydown", { key: "ArrowUp" });
    await field.trigger("keydown", { key: "ArrowUp" });
    await shown.get("[aria-label='Go to: more']").trigger("click");
    expect(field.element.value).toBe("1 3/8");
    expect(shown.emitted("draft")?.at(-1)).toEqual([34.925]);
    expect(shown.emitted("change")).toBeUndefined();
    // The page shows the draft in the word's place meanwhile.
    await shown.setProps({ mm: 34.925 });
    document.body.dispatchEvent(new PointerEvent("pointerdown", { bubbles: true }));
    expect(shown.emitted("change")).toEqual([[34.925]]);
    expect(shown.emitted("draft")?.at(-1)).toEqual([null]);
  });

  it("stands selected when it is opened, so that typing begins anew", async () => {
    const field = (await open(length())).element;
    await nextTick();
    expect([field.selectionStart, field.selectionEnd, field.value]).toEqual([0, 1, "1"]);
  });

  it("that is right but escaped is dropped", async () => {
    const shown = length();
    const field = await open(shown);
    await field.setValue("3 1/2");
    await press("Escape", field.element);
    expect(shown.emitted("change")).toBeUndefined();
    expect(shown.emitted("draft")?.at(-1)).toEqual([null]);
    expect(document.activeElement).toBe(word(shown).element);
  });

  it("is told what is wrong, by its bounds, and Enter keeps it open until it is right", async () => {
    const shown = length(25.4, { least: 12.7, most: 50.8 });
    const field = await open(shown);
    for (const [written, told] of [
      ["moon", "That isn't a measurement."],
      ["1/4", "At least 1/2 in."],
      ["3", "At most 2 in."],
    ] as const) {
      await field.setValue(written);
      await field.trigger("keydown.enter");
      expect(shown.get("[role=alert]").text()).toContain(told);
    }
    await field.setValue("35 mm");
    await field.trigger("keydown.enter");
    expect(shown.emitted("change")).toEqual([[35]]);
  });

  it("that was only looked at is not rounded", async () => {
    const shown = length(26.1);
    await open(shown);
    document.body.dispatchEvent(new PointerEvent("pointerdown", { bubbles: true }));
    expect(shown.emitted("change")).toBeUndefined();
  });

  it("begins anew with the figure that opened it", async () => {
    const shown = length();
    await press("4", word(shown).element);
    expect(shown.get<HTMLInputElement>("[role=spinbutton]").element.value).toBe("4");
    expect(shown.emitted("draft")?.at(-1)).toEqual([101.6]);
  });
});

it("written words are kept when left, dropped by Escape, never empty", async () => {
  const shown = mount(WordText, {
    props: { label: "Words", text: "“Thanks”", value: "Thanks" },
    attachTo: document.body,
  });
  await word(shown).trigger("click");
  await nextTick();
  await shown.get("input").setValue("  ");
  await shown.get("input").trigger("keydown.enter");
  expect(shown.text()).toContain("Write something");
  await press("Escape", shown.get("input").element);
  expect(shown.emitted("change")).toBeUndefined();
  await word(shown).trigger("click");
  await nextTick();
  await shown.get("input").setValue(" Dry Garden ");
  document.body.dispatchEvent(new PointerEvent("pointerdown", { bubbles: true }));
  expect(shown.emitted("change")).toEqual([["Dry Garden"]]);
});

describe("what is offered", () => {
  it("matches every word of the search, accents or not, what begins with it first", () => {
    const inks = [
      { value: "1", label: "Pale agave", hint: "dye" },
      { value: "2", label: "Agave 3", hint: "pigment" },
      { value: "3", label: "Jalapeño 2", hint: "dye" },
    ];
    expect(matching(inks, "aga").map((c) => c.value)).toEqual(["2", "1"]);
    expect(matching(inks, "dye pale").map((c) => c.value)).toEqual(["1"]);
    expect(matching(inks, "jalapeno").map((c) => c.value)).toEqual(["3"]);
  });
  it("has what was taken lately first only where there are many", () => {
    expect(latelyFirst(few, ["left"]).map((c) => c.value)).toEqual(["top", "left", "bottom"]);
    expect(
      latelyFirst(many, ["ink-9", "gone", "ink-2"])
        .map((c) => c.value)
        .slice(0, 3),
    ).toEqual(["ink-9", "ink-2", "ink-0"]);
  });
  it("goes round by one letter and on by several", () => {
    const list = ["pale", "light", "linen", "medium"].map((label) => ({ value: label, label }));
    expect(typedAhead(list, "l", 0)).toBe(1);
    expect(typedAhead(list, "ll", 1)).toBe(2);
    expect(typedAhead(list, "lin", 1)).toBe(2);
    expect(typedAhead(list, "x", 1)).toBe(1);
  });
});
