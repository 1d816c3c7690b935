<script setup lang="ts">
/** What is cut from a piece when it is dry, each at its place on it, and which part of it is put on the card. */
import { computed, ref } from "vue";
import type { Cut, Schemas } from "../../api/models";
import WordChoice from "../../components/word/WordChoice.vue";
import WordLength from "../../components/word/WordLength.vue";
import WordMenu from "../../components/word/WordMenu.vue";
import { CUT_OUTS, cutOut, type CutOut } from "../../logic/beside";

type Beside = Schemas["BesideOut"];
const props = defineProps<{ piece: Beside; units: "in" | "cm" }>();
const emit = defineEmits<{ put: [part: Partial<Beside>, said: string] }>();
const USED = [
  { value: "cuts" as const, label: "what is cut from it", hint: "each in register with what lies under it" },
  { value: "rest" as const, label: "what is left of it", hint: "with its holes: the reverse" },
  { value: "whole" as const, label: "all of it" },
];
const called = computed(() => USED.find(({ value }) => value === props.piece.used)?.label ?? "");
/** Whether no room was left on it for what was last wanted. */
const full = ref(false);
function cut(what: CutOut) {
  const used = props.piece.used === "whole" ? "cuts" : props.piece.used;
  const more = cutOut(props.piece, what);
  full.value = !more.length;
  if (full.value) return;
  const cuts = [...props.piece.cuts, ...more];
  emit("put", { cuts, used }, `cut ${CUT_OUTS.find(({ value }) => value === what)?.label} from it`);
}
function change(key: string, part: Partial<Cut>, said: string) {
  emit("put", { cuts: props.piece.cuts.map((one) => (one.key === key ? { ...one, ...part } : one)) }, said);
}
function leave(key: string) {
  const cuts = props.piece.cuts.filter((one) => one.key !== key);
  emit("put", { cuts, used: cuts.length ? props.piece.used : "whole" }, "cut one fewer from it");
}
</script>

<template>
  <template v-if="piece.cuts.length">
    When it is dry,
    <template v-for="(one, at) in piece.cuts" :key="one.key"
      ><template v-if="at">, </template>the {{ one.name }},
      <WordLength
        :label="`The ${one.name} across`"
        :mm="one.width_mm"
        :units="units"
        :least="5"
        :most="300"
        @change="(mm) => change(one.key, { width_mm: mm, height_mm: mm }, 'cut it larger or smaller')"
      />
      across, its middle
      <WordLength
        :label="`The ${one.name} from the left`"
        :mm="one.x_mm"
        :units="units"
        @change="(mm) => change(one.key, { x_mm: mm }, 'cut it elsewhere')"
      />
      from the left and
      <WordLength
        :label="`The ${one.name} from the top`"
        :mm="one.y_mm"
        :units="units"
        @change="(mm) => change(one.key, { y_mm: mm }, 'cut it elsewhere')"
      />
      from the top (<button type="button" class="word quiet" @click="leave(one.key)">leave it</button
      >)</template
    >{{ piece.cuts.length > 1 ? " are" : " is" }} cut from it; put on is
    <WordChoice
      label="Put on"
      :text="called"
      :value="piece.used"
      :choices="USED"
      @choose="(used) => emit('put', { used: used as Beside['used'] }, 'put another part of it on')"
    />.
  </template>
  {{ " "
  }}<WordMenu
    :text="piece.cuts.length ? 'Cut more from it' : 'Cut from it'"
    label="Cut from it"
    :choices="CUT_OUTS"
    @choose="cut"
  />.
  <span v-if="full" role="status"> There is no room left on it for that.</span>
</template>
