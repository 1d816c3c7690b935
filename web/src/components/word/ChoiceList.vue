<script setup lang="ts" generic="T extends string">
/**
 * The choices of an open word. Few: a list that is walked by arrows, Home, End and by typing ahead. Many: a field to search in above it
 * (WAI-ARIA Authoring Practices: Listbox, Menu, and Combobox with listbox popup).
 */
import { computed, nextTick, ref, useId, watch } from "vue";
import { type Choice, LATELY, latelyFirst, MANY, matching, typedAhead } from "./choice";
import { latelyTaken, take } from "./lately";
import { t } from "../../words";

const props = defineProps<{
  choices: readonly Choice<T>[];
  value?: T | null;
  label: string;
  as: "listbox" | "menu";
}>();
const emit = defineEmits<{ choose: [value: T] }>();

const PAGE = 8;
const id = useId();
const list = ref<HTMLElement | null>(null);
const search = ref("");
const many = computed(() => props.choices.length >= MANY);
const offered = computed(() => latelyFirst(props.choices, latelyTaken(props.label)));
/** How many of them stand first because they were taken lately. */
const latelyOffered = computed(() =>
  many.value
    ? latelyTaken(props.label)
        .filter((value) => props.choices.some((one) => one.value === value))
        .slice(0, LATELY).length
    : 0,
);
const shown = computed(() => (search.value.trim() ? matching(offered.value, search.value) : offered.value));
const at = ref(
  Math.max(
    0,
    offered.value.findIndex((choice) => choice.value === props.value),
  ),
);
const active = computed(() => shown.value[at.value]);
const menu = computed(() => props.as === "menu" && !many.value);
const optionId = (i: number) => `${id}-${i}`;

watch(search, () => (at.value = 0));
watch(at, async () => {
  await nextTick();
  list.value?.querySelector("[data-active]")?.scrollIntoView({ block: "nearest" });
});

/** What a choice begins, where the one before it stands under something else; those taken lately stand under no name. */
function heading(i: number): string {
  const lately = search.value.trim() ? 0 : latelyOffered.value;
  const group = shown.value[i]?.group ?? "";
  if (i < lately) return "";
  return i === 0 || i === lately || shown.value[i - 1]?.group !== group ? group : "";
}
function choose(choice: Choice<T> | undefined) {
  if (!choice) return;
  if (many.value) take(props.label, choice.value);
  emit("choose", choice.value);
}
let typed = "";
let typedAt = 0;
function ahead(sign: string) {
  typed = Date.now() - typedAt < 700 ? typed + sign : sign;
  typedAt = Date.now();
  at.value = typedAhead(shown.value, typed, at.value);
}
/** What was typed to open the word begins the search, or goes to what is meant. */
function begin(sign: string) {
  if (!sign) return;
  if (many.value) search.value = sign;
  else ahead(sign);
}
defineExpose({ begin });

function key(event: KeyboardEvent) {
  const last = shown.value.length - 1;
  const inSearch = event.target instanceof HTMLInputElement;
  const to: Record<string, number> = {
    ArrowDown: at.value >= last ? 0 : at.value + 1,
    ArrowUp: at.value <= 0 ? last : at.value - 1,
    PageDown: Math.min(last, at.value + PAGE),
    PageUp: Math.max(0, at.value - PAGE),
    ...(inSearch ? {} : { Home: 0, End: last }),
  };
  const next = to[event.key];
  if (next !== undefined) {
    event.preventDefault();
    at.value = next;
  } else if (event.key === "Enter" || (event.key === " " && !inSearch)) {
    event.preventDefault();
    choose(active.value);
  } else if (!inSearch && event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey) {
    event.preventDefault();
    ahead(event.key);
  }
}
</script>

<template>
  <span class="choosing" @keydown="key">
    <input
      v-if="many"
      v-model="search"
      data-first
      class="search"
      type="text"
      role="combobox"
      aria-autocomplete="list"
      aria-expanded="true"
      :aria-label="t('everywhere.choiceList.search', { label: label.toLowerCase() })"
      :aria-controls="`${id}-list`"
      :aria-activedescendant="active ? optionId(at) : undefined"
      :placeholder="t('everywhere.choiceList.typeToSearch')"
      autocomplete="off"
      spellcheck="false"
    />
    <span
      :id="`${id}-list`"
      ref="list"
      class="choices"
      :role="menu ? 'menu' : 'listbox'"
      :aria-label="label"
      :data-first="many ? undefined : ''"
      :tabindex="many ? undefined : 0"
      :aria-activedescendant="!many && active ? optionId(at) : undefined"
    >
      <template v-for="(choice, i) in shown" :key="choice.value">
        <span v-if="heading(i)" class="heading" role="presentation">{{ heading(i) }}</span>
        <span
          :id="optionId(i)"
          class="choice"
          :class="{ active: i === at }"
          :role="menu ? 'menuitem' : 'option'"
          :aria-selected="menu ? undefined : choice.value === value"
          :data-active="i === at ? '' : undefined"
          @pointermove="at = i"
          @click="choose(choice)"
        >
          <svg v-if="choice.path" class="picture" viewBox="-1.05 -1.05 2.1 2.1" aria-hidden="true">
            <path :d="choice.path" fill-rule="evenodd" />
          </svg>
          <span v-if="choice.colour" class="dab" :style="{ background: choice.colour }" />
          <span class="label"
            >{{ choice.label }}<small v-if="choice.hint">{{ choice.hint }}</small></span
          >
          <span v-if="value !== undefined && choice.value === value" class="now">{{
            t("everywhere.choiceList.now")
          }}</span>
        </span>
      </template>
    </span>
    <span v-if="!shown.length" class="none" role="status">{{
      t("everywhere.choiceList.nothingIsCalled", { search: search.trim() })
    }}</span>
  </span>
</template>

<style scoped>
.picture {
  flex: none;
  width: 34px;
  height: 34px;
  margin-right: 10px;
  fill: var(--ink);
}
.choosing {
  display: block;
  margin: -6px;
}
.search {
  position: sticky;
  top: -12px;
  z-index: 1;
  width: 100%;
  min-height: var(--tap);
  margin-bottom: 4px;
  padding: 4px 10px;
  background: var(--field);
  border: 0;
  border-bottom: 2px solid var(--ink);
}
.choices {
  display: block;
}
.choices:focus-visible {
  outline: none;
}
.choice {
  display: flex;
  min-height: var(--tap);
  align-items: center;
  gap: 12px;
  padding: 4px 10px;
  border-radius: 3px;
  cursor: pointer;
}
.choice.active {
  background: var(--paper-deep);
  box-shadow: inset 3px 0 0 var(--ink);
}
.heading {
  display: block;
  padding: 8px 10px 2px;
  font: 650 16px/1.2 var(--display);
}
.label {
  flex: 1;
}
small {
  display: block;
  font-size: 14px;
  line-height: 1.3;
  color: var(--ink-soft);
}
.now {
  font-style: italic;
  color: var(--ink-soft);
}
.dab {
  flex: none;
  width: 26px;
  height: 26px;
  border-radius: 52% 48% 55% 45% / 48% 55% 45% 52%;
  border: 1px solid var(--hairline);
}
.none {
  display: block;
  padding: 8px 10px;
  color: var(--ink-soft);
}
</style>
