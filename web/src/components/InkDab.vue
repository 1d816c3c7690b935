<script setup lang="ts">
/** An ink as a dab on the stock, with its name; pressed in or out where it can be chosen. */
defineProps<{ colour: string; stock: string; name: string; mark?: string; note?: string }>();
</script>

<template>
  <span class="ink">
    <span class="stock" :style="{ background: stock }">
      <span
        class="dab"
        :style="{ background: `radial-gradient(closest-side, ${colour} 62%, transparent)` }"
      />
      <span v-if="mark" class="mark">{{ mark }}</span>
    </span>
    <span class="name"
      >{{ name }}<small v-if="note">{{ note }}</small></span
    >
  </span>
</template>

<style scoped>
.ink {
  display: inline-flex;
  flex-direction: column;
  align-items: center;
  gap: 2px;
  width: 84px;
  font-size: 15px;
  line-height: 1.2;
  text-align: center;
}
.stock {
  position: relative;
  display: grid;
  place-items: center;
  width: 58px;
  height: 50px;
  border: 1px solid var(--hairline);
}
.dab {
  width: 52px;
  height: 44px;
}
.mark {
  position: absolute;
  right: -9px;
  top: -9px;
  width: 24px;
  height: 24px;
  border-radius: 50%;
  background: var(--ink);
  color: var(--paper-lift);
  font: 700 14px/24px var(--text);
}
small {
  display: block;
  color: var(--ink-soft);
  font-size: 13px;
}
</style>
