<script setup lang="ts" generic="T extends string">
/** A word of a sentence that opens a short list of other words, in place. */
import { ref } from "vue";

export interface Choice<V extends string> {
  value: V;
  label: string;
  hint?: string;
  colour?: string;
}

const props = defineProps<{ text: string; label: string; choices: Choice<T>[]; value?: T | null }>();
const emit = defineEmits<{ choose: [value: T] }>();
const open = ref(false);

function choose(value: T) {
  open.value = false;
  if (value !== props.value) emit("choose", value);
}
</script>

<template>
  <el-popover
    v-model:visible="open"
    trigger="click"
    :width="300"
    placement="bottom-start"
    :show-arrow="false"
  >
    <template #reference>
      <button class="word" :aria-label="`${label}: ${text}. Change it`" :aria-expanded="open">
        {{ text }}
      </button>
    </template>
    <ul class="choices" :aria-label="label">
      <li v-for="choice in choices" :key="choice.value">
        <button class="choice" :aria-pressed="choice.value === value" @click="choose(choice.value)">
          <span v-if="choice.colour" class="dab" :style="{ background: choice.colour }" />
          <span class="label"
            >{{ choice.label }}<small v-if="choice.hint">{{ choice.hint }}</small></span
          >
          <span v-if="choice.value === value" class="now">now</span>
        </button>
      </li>
    </ul>
    <slot :close="() => (open = false)" />
  </el-popover>
</template>

<style scoped>
.choices {
  list-style: none;
  margin: -6px;
  padding: 0;
  max-height: 330px;
  overflow-y: auto;
}
.choice {
  display: flex;
  width: 100%;
  min-height: var(--tap);
  align-items: center;
  gap: 12px;
  padding: 4px 10px;
  border: 0;
  border-radius: 3px;
  background: transparent;
  text-align: left;
  cursor: pointer;
}
.choice:hover {
  background: var(--paper-deep);
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
  width: 26px;
  height: 26px;
  border-radius: 52% 48% 55% 45% / 48% 55% 45% 52%;
  border: 1px solid var(--hairline);
}
</style>
