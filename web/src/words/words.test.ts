/// <reference types="vite/client" />
import { parse } from "vue/compiler-sfc";
import type { ElementNode, TemplateChildNode } from "@vue/compiler-core";
import ts from "typescript";
import { mount } from "@vue/test-utils";
import { nextTick } from "vue";
import { afterEach, describe, expect, it } from "vitest";
import { i18n, t } from ".";
import SheetWords from "../features/pieces/SheetWords.vue";

const files = import.meta.glob<string>(
  ["../**/*.{vue,ts}", "!../**/*.test.ts", "!../api/schema.ts", "!../testing/**"],
  {
    query: "?raw",
    import: "default",
    eager: true,
  },
);
const pages = Object.entries(files).filter(([file]) => file.endsWith(".vue"));
/** What of an element is read or heard. */
const SAID = new Set("label aria-label title alt placeholder text hint what other why take back".split(" "));
const LETTER = /\p{L}/u;
/** Said by nobody at a craft table, or another word for an action that has its one. */
const OLD = new RegExp(
  [
    "otherwise|anew|for good$|as it was|as they stand|be had|let be|that will do|by itself|such as|whatever",
    "wants|learnt|put away|puts away|takes? out|taken out|any more|knows of|on its way|is told|not told",
    "not now|leave it as|fold it|take nothing|done choosing|bring in|out for good|start from this|take it back",
  ]
    .join("|")
    .replace(/[^|]+/g, "\\b$&\\b"),
  "i",
);

type Tree = { [name: string]: Tree | string };
function sentencesOf(tree: Tree, at = ""): [string, string][] {
  return Object.entries(tree).flatMap(([name, what]): [string, string][] =>
    typeof what === "string" ? [[at + name, what]] : sentencesOf(what, `${at}${name}.`),
  );
}
const sentences = new Map(sentencesOf(i18n.global.getLocaleMessage("en") as unknown as Tree));
const bracesOf = (sentence: string) => new Set([...sentence.matchAll(/\{(\w+)\}/g)].map(([, name]) => name));

function elementsOf(page: string): ElementNode[] {
  const found: ElementNode[] = [];
  const look = (node: TemplateChildNode) => {
    if (node.type !== 1) return;
    found.push(node);
    node.children.forEach(look);
  };
  parse(page).descriptor.template?.ast?.children.forEach(look);
  return found;
}

/** Every use of a sentence in a file, with the names it gives values for. */
function usesOf(file: string, text: string): { sentence: string; given: Set<string> }[] {
  const uses: { sentence: string; given: Set<string> }[] = [];
  const read = (code: string) => {
    const look = (node: ts.Node) => {
      if (ts.isCallExpression(node) && node.expression.getText() === "t" && node.arguments[0]) {
        const [sentence, values] = node.arguments;
        if (ts.isStringLiteral(sentence)) {
          const given = values && ts.isObjectLiteralExpression(values) ? values.properties : [];
          uses.push({
            sentence: sentence.text,
            given: new Set([...given].map((value) => value.name?.getText() ?? "")),
          });
        }
      }
      ts.forEachChild(node, look);
    };
    look(ts.createSourceFile(file, code, ts.ScriptTarget.Latest, true));
  };
  if (!file.endsWith(".vue")) {
    read(text);
    return uses;
  }
  read(parse(text).descriptor.scriptSetup?.content ?? "");
  const look = (node: TemplateChildNode) => {
    if (node.type === 5) read(`(${node.content.loc.source})`);
    if (node.type !== 1) return;
    for (const prop of node.props) {
      if (prop.type === 7 && prop.exp && prop.name !== "for") read(`(${prop.exp.loc.source})`);
      if (prop.type === 6 && prop.name === "keypath") {
        const slots = node.children.flatMap((child) => (child.type === 1 ? child.props : []));
        const named = slots.flatMap((slot) => (slot.type === 7 && slot.name === "slot" ? [slot.arg] : []));
        uses.push({
          sentence: prop.value?.content ?? "",
          given: new Set(named.map((arg) => arg?.loc.source ?? "")),
        });
      }
    }
    node.children.forEach(look);
  };
  parse(text).descriptor.template?.ast?.children.forEach(look);
  return uses;
}

describe("what the pages say", () => {
  it("stands in the words of its place, and not in the page", () => {
    const raw = pages.flatMap(([file, page]) =>
      elementsOf(page).flatMap((element) => [
        ...element.children.flatMap((child) =>
          child.type === 2 && LETTER.test(child.content) ? [`${file}: ${child.content.trim()}`] : [],
        ),
        ...element.props.flatMap((prop) =>
          prop.type === 6 && SAID.has(prop.name) && LETTER.test(prop.value?.content ?? "")
            ? [`${file}: ${prop.name}="${prop.value?.content}"`]
            : [],
        ),
      ]),
    );
    expect(pages.length).toBeGreaterThan(100);
    expect(raw).toEqual([]);
  });

  it("has a value or a control for every brace, and none besides; nothing is left that no page says", () => {
    const uses = Object.entries(files).flatMap(([file, text]) => usesOf(file, text));
    const wrong = uses.flatMap(({ sentence, given }) => {
      const wanted = bracesOf(sentences.get(sentence) ?? "");
      const same = wanted.size === given.size && [...wanted].every((name) => given.has(name ?? ""));
      return sentences.has(sentence) && same ? [] : [`${sentence}: ${[...given].join(", ")}`];
    });
    expect(uses.length).toBeGreaterThan(1000);
    expect(wrong).toEqual([]);
    const said = new Set(uses.map(({ sentence }) => sentence));
    expect([...sentences.keys()].filter((sentence) => !said.has(sentence))).toEqual([]);
  });

  it("is put together in every case: one and many, with spaces only where they are meant", () => {
    for (const [name, sentence] of sentences) {
      const values = Object.fromEntries([...bracesOf(sentence)].map((brace) => [brace, "x"]));
      for (const many of [1, 2]) {
        const said = i18n.global.t(name, values, many);
        expect(said, name).not.toMatch(/[{}|]| {2}/);
        expect(said.length, name).toBeGreaterThan(0);
      }
    }
  });
});

describe("how the pages speak", () => {
  it("is as one card maker says it to another today", () => {
    const old = [...sentences].flatMap(([name, said]) => {
      const found = OLD.exec(said);
      return found ? [`${name}: ${found[0]} in “${said}”`] : [];
    });
    expect(old).toEqual([]);
    expect(["That will do", "What is put away", "It wants a name."].every((said) => OLD.test(said))).toBe(
      true,
    );
  });
});

describe("one thing said", () => {
  it("is said by one sentence, and one action has one word", () => {
    // A word alone may be one thing here and another there, which another language tells apart; more than a word may not.
    const one = new Set("Done Cancel Close Archive Delete Undo Redo Stop Remove Restore".split(" "));
    const roles = new Set(["on its own", "by hand", "from the shelf"]);
    const names = new Map<string, string[]>();
    for (const [name, said] of sentences) names.set(said, [...(names.get(said) ?? []), name]);
    const twice = [...names].filter(
      ([said, of]) => of.length > 1 && (one.has(said) || (said.includes(" ") && !roles.has(said))),
    );
    expect(twice).toEqual([]);
  });
});

describe("the name of a sentence", () => {
  it("says what it is for, and does not count on from another", () => {
    const counted = [...sentences.keys()].filter((name) => {
      const stem = name.replace(/\d+$/, "");
      return stem !== name && sentences.has(stem);
    });
    expect(counted).toEqual([]);
  });
});

describe("another language", () => {
  afterEach(() => {
    i18n.global.locale.value = "en";
  });

  it("puts controls in its own order, says one and many as it does, and leaves to English what it has not", async () => {
    i18n.global.setLocaleMessage(
      "xx" as "en",
      {
        pieces: { sheetWords: { forCutFromSheets: "{sheets}! {cards}!" } },
        card: { cardInks: { steps: "sol | {steps} sola" } },
      } as never,
    );
    const sheet = { key: "a4", name: "A4", width_mm: 210, height_mm: 297 };
    const shown = mount(SheetWords, { props: { count: 3, sheet: "a4", called: "A4", sheets: [sheet] } });
    const order = () => shown.findAll("button.word").map((word) => word.text());
    const before = order();
    expect(before).toHaveLength(2);
    i18n.global.locale.value = "xx" as "en";
    await nextTick();
    expect(order()).toEqual([...before].reverse());
    expect(shown.text().replace(/\s/g, "")).toBe("A4!3cards!");
    expect([1, 4].map((steps) => t("card.cardInks.steps", { steps }, steps))).toEqual(["sol", "4 sola"]);
    expect(t("card.savedWord.saved")).toBe("Saved");
  });
});
